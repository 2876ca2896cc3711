import { computed } from 'vue'

import { api, type Group, type Units } from '@/api/client'
import { fetchedIn } from '@/bed/useFetched'
import { useSheet } from '@/state/sheet'

const every = fetchedIn(api.questions)
const NONE: Group[] = []

/** Fetch the questions before something asks one: the line may be down by then. */
export const fetchQuestions = (units: Units, shown: Units) => void every(units, shown)

/** The groups of questions of a bed or of a yard, as the core has them for the units of the document around here. */
export function useQuestions(of: 'bed' | 'yard') {
  const { built, units } = useSheet()
  const groups = computed<Group[]>(() => every(built.value, units.value).value?.[of] ?? NONE)
  const group = (key: string) => computed(() => groups.value.find((g) => g.key === key))
  return { groups, group }
}

/** What hours are reckoned with, as questions: the same in all units. */
export const useRates = () => computed(() => every('metric', 'metric').value?.weigh[0])
