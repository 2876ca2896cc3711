import { shallowRef } from 'vue'

import { api, type Catalogue } from '@/api/client'

const stock = shallowRef<Catalogue | null>(null)

/** The yard's catalogue, fetched once. */
export function useStock() {
  if (!stock.value) {
    void api.stock().then((result) => {
      if (result.ok) stock.value = result.value
    })
  }
  return stock
}
