import { computed, type ComputedRef } from 'vue'

import { api, type Asked, type Offer, type Units } from '@/api/client'
import { fetchedIn } from './useFetched'

/* The constructions as the core offers them: their names, what each asks, a design to start from. */

const listed = fetchedIn(api.constructions)

/** Every construction that can be built, in the order in which they are offered: as planned in units, and shown in some. */
export function useOffers(units: () => Units, shown: () => Units = units): ComputedRef<Offer[]> {
  return computed(() => listed(units(), shown()).value ?? [])
}

/** What a construction is called. */
export const titleOf = (offers: Offer[], kind: string) => offers.find((o) => o.kind === kind)?.title ?? kind

/** The question that chooses what a construction is mainly made of, if it has one. */
export const mainStock = (offer: Offer | undefined): Asked | undefined => offer?.questions.find((q) => ['timber', 'sheet', 'vessel', 'block'].includes(q.kind))

/** Whether what is bought ready made gives the bed its size and its height: a field of its construction names it. */
export function readyMade(offer: Offer | undefined, valueAt: (path: string) => unknown): boolean {
  const field = offer?.size_from
  if (!field) return false
  const path = `construction.${field}`
  return Boolean(valueAt(path) ?? offer.questions.find((q) => q.path === path)?.usual)
}
