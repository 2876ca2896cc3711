import { vi } from 'vitest'

/* What a browser gives that the composables use, for tests that run without one. */

export const kept = new Map<string, string>()
export const heard = new Map<string, Set<(event: unknown) => void>>()
const hear = {
  addEventListener: (name: string, on: (event: unknown) => void) => heard.set(name, (heard.get(name) ?? new Set()).add(on)),
  removeEventListener: (name: string, on: (event: unknown) => void) => heard.get(name)?.delete(on),
}
export const tell = (name: string, event: unknown = {}) => heard.get(name)?.forEach((on) => on(event))

vi.stubGlobal('localStorage', { getItem: (k: string) => kept.get(k) ?? null, setItem: (k: string, v: string) => kept.set(k, v), removeItem: (k: string) => kept.delete(k), key: (n: number) => [...kept.keys()][n] ?? null, get length() { return kept.size } })
export const held = new Set<string>()
const locks = {
  request: (name: string, ...rest: unknown[]) => {
    const work = rest.at(-1) as (lock: unknown) => unknown
    if (held.has(name) && rest.length > 1) return Promise.resolve(work(null))
    held.add(name)
    return Promise.resolve(work({ name })).finally(() => held.delete(name))
  },
  query: () => Promise.resolve({ held: [...held].map((name) => ({ name })) }),
}
vi.stubGlobal('navigator', { locks })
const tabs = new Map<string, string>()
vi.stubGlobal('sessionStorage', { getItem: (k: string) => tabs.get(k) ?? null, setItem: (k: string, v: string) => tabs.set(k, v) })
vi.stubGlobal('document', { ...hear, visibilityState: 'visible', createElement: () => ({}) })
vi.stubGlobal('window', Object.assign(globalThis, hear))

export const ok = <T,>(value: T) => Promise.resolve({ ok: true as const, value })
export const no = (status: number, more: object = {}) => Promise.resolve({ ok: false as const, problem: { id: '', type: '', title: '', status, detail: 'no', problems: [], saved: null, ...more } })
/** A promise that is answered by hand, as on a slow line. */
export function slow<T>() {
  let answer!: (value: T) => void
  const promise = new Promise<T>((resolve) => (answer = resolve))
  return { promise, answer }
}
