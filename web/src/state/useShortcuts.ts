import { onScopeDispose } from 'vue'

/** One thing that a key does, and what it says of it. */
export interface Shortcut {
  keys: string
  says: string
  does: () => void
}

const named = (event: KeyboardEvent): string => {
  const base = event.key.length === 1 ? event.key.toLowerCase() : event.key
  return `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.shiftKey && base.length > 1 ? 'Shift+' : ''}${event.shiftKey && (event.ctrlKey || event.metaKey) && base.length === 1 ? 'Shift+' : ''}${base}`
}

/** Listen for a page's shortcuts; plain keys mean nothing while somebody types. */
export function useShortcuts(list: Shortcut[]): void {
  function heard(event: KeyboardEvent) {
    const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select, [contenteditable]')
    const key = named(event)
    const found = list.find((s) => s.keys === key)
    if (!found || event.altKey || (typing && key !== 'Ctrl+p')) return
    event.preventDefault()
    found.does()
  }
  document.addEventListener('keydown', heard)
  onScopeDispose(() => document.removeEventListener('keydown', heard))
}
