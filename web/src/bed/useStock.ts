import { computed, type ComputedRef } from 'vue'

import { api, type Catalogue } from '@/api/client'
import { useSheet } from '@/state/sheet'
import { fetchedBy } from './useFetched'

const lists = fetchedBy((name) => api.stock(name))

/** What is sold by the price list of the document that is asked about. */
export function useStock(): ComputedRef<Catalogue | null> {
  const { priceList } = useSheet()
  return computed(() => (priceList.value ? lists(priceList.value).value : null))
}
