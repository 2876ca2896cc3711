import { shallowRef, type ShallowRef } from 'vue'

import type { Answer } from '@/api/client'

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
