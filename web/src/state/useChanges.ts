import { onScopeDispose } from 'vue'

import type { Changed } from '@/api/client'

/* What others change is told while the page is in sight, by one line for all of it: a browser has few lines to a
   server, so that a page that is not looked at gives its own up, and looks at everything when it is seen again. */

/** Hear of a change; where it names nothing, anything may have been changed. */
type Hear = (changed: Changed) => void

const AT = '/api/changes'
/** How long until a line is tried again that was refused; as often is everything looked at without one. */
const AGAIN_MS = 15_000
const listening = new Set<Hear>()
let line: EventSource | null = null
let timer: number | undefined

/** Whether anything may have been changed: nobody listened for a while. */
export const isAll = (changed: Changed): boolean => !changed.yard && !changed.account

const tellAll = (changed: Changed) => listening.forEach((hear) => hear(changed))

function open() {
  window.clearTimeout(timer)
  if (line || !listening.size || document.visibilityState !== 'visible' || typeof EventSource === 'undefined') return
  line = new EventSource(AT)
  line.onmessage = (told: MessageEvent<string>) => tellAll(JSON.parse(told.data) as Changed)
  line.onerror = () => {
    // What was only cut off comes again by itself.
    if (line?.readyState !== EventSource.CLOSED) return
    close()
    tellAll({})
    timer = window.setTimeout(open, AGAIN_MS)
  }
}

function close() {
  window.clearTimeout(timer)
  line?.close()
  line = null
}

const seen = () => (document.visibilityState === 'visible' ? open() : close())

/** Hear of what is changed elsewhere, for as long as a part of the page is there. */
export function useChanges(hear: Hear): void {
  if (!listening.size) document.addEventListener('visibilitychange', seen)
  listening.add(hear)
  open()
  onScopeDispose(() => {
    listening.delete(hear)
    if (listening.size) return
    document.removeEventListener('visibilitychange', seen)
    close()
  })
}
