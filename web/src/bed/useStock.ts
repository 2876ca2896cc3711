import { api } from '@/api/client'
import { fetchedOnce } from './useFetched'

/** The yard's catalogue. */
export const useStock = fetchedOnce(() => api.stock())
