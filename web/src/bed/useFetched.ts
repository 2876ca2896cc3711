import { shallowRef, type ShallowRef } from 'vue'

import type { Answer, Units } from '@/api/client'

/** Something that the server says once for all pages: asked for when first needed, and again after a failure. */
export function fetchedOnce<T>(ask: () => Promise<Answer<T>>): () => ShallowRef<T | null> {
  const value = shallowRef<T | null>(null)
  let asking = false
  return () => {
    if (value.value === null && !asking) {
      asking = true
      void ask().then((result) => {
        asking = false
        if (result.ok) value.value = result.value
      })
    }
    return value
  }
}

/** The same for several of a kind, told apart by a key. */
export function fetchedBy<T>(ask: (key: string) => Promise<Answer<T>>): (key: string) => ShallowRef<T | null> {
  const made = new Map<string, () => ShallowRef<T | null>>()
  return (key) => {
    const one = made.get(key) ?? fetchedOnce(() => ask(key))
    made.set(key, one)
    return one()
  }
}

/** The same for what is planned in some units and shown in some. */
export function fetchedIn<T>(ask: (units: Units, shown: Units) => Promise<Answer<T>>): (units: Units, shown: Units) => ShallowRef<T | null> {
  const by = fetchedBy((key) => {
    const [units, shown] = key.split(' ') as [Units, Units]
    return ask(units, shown)
  })
  return (units, shown) => by(`${units} ${shown}`)
}
