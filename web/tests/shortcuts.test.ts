import { tell } from './browser'

import { describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'

import { useShortcuts } from '@/state/useShortcuts'

class Field {
  matches() { return true }
}
vi.stubGlobal('HTMLElement', Field)
const press = (key: string, more: object = {}) => {
  const event = { key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, target: null, preventDefault: vi.fn(), ...more }
  tell('keydown', event)
  return event
}

describe('shortcuts', () => {
  it('do what they say, and leave what is typed alone', () => {
    const does = { next: vi.fn(), undo: vi.fn(), redo: vi.fn(), help: vi.fn(), print: vi.fn() }
    const scope = effectScope()
    scope.run(() => useShortcuts([
      { keys: '.', says: '', does: does.next }, { keys: 'Ctrl+z', says: '', does: does.undo }, { keys: 'Ctrl+Shift+z', says: '', does: does.redo },
      { keys: '?', says: '', does: does.help }, { keys: 'Ctrl+p', says: '', does: does.print },
    ]))
    expect(press('.').preventDefault).toHaveBeenCalled()
    press('z', { metaKey: true })
    press('Z', { ctrlKey: true, shiftKey: true })
    press('?', { shiftKey: true })
    press('.', { target: new Field() })
    press('z', { ctrlKey: true, target: new Field() })
    press('p', { ctrlKey: true, target: new Field() })
    press('x')
    expect(Object.values(does).map((d) => d.mock.calls.length)).toEqual([1, 1, 1, 1, 1])
    scope.stop()
    press('.')
    expect(does.next).toHaveBeenCalledTimes(1)
  })
})
