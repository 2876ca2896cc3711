import { shallowRef, type ShallowRef } from 'vue'

import type { Answer } from '@/api/client'

/** The same for several of a kind, told apart by a key. */
export function fetchedBy<T>(ask: (key: string) => Promise<Answer<T>>): (key: string) => ShallowRef<T | null> {
  const made = new Map<string, () => ShallowRef<T | null>>()
  return (key) => {
    const one = made.get(key) ?? fetchedOnce(() => ask(key))
    made.set(key, one)
    return one()
  }
}

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
