import { onScopeDispose } from 'vue'

import { others, useSession } from './useSession'

const EVERY_MS = 4000

/** Look for what others saved: when the page comes to sight, and every few seconds where others can come in. */
export function useOthers(look: () => void): void {
  document.addEventListener('visibilitychange', look)
  const timer = window.setInterval(() => {
    useSession()
    if (others.value && document.visibilityState === 'visible') look()
  }, EVERY_MS)
  onScopeDispose(() => {
    document.removeEventListener('visibilitychange', look)
    window.clearInterval(timer)
  })
}
