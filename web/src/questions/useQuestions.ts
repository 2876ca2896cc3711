import { computed } from 'vue'

import { api, type Group } from '@/api/client'
import { fetchedOnce } from '@/bed/useFetched'

const useAll = fetchedOnce(() => api.questions())
const NONE: Group[] = []

/** The groups of questions of a bed or of a yard, as the core has them. */
export function useQuestions(of: 'bed' | 'yard' | 'weigh') {
  const all = useAll()
  const groups = computed<Group[]>(() => all.value?.[of] ?? NONE)
  const group = (key: string) => computed(() => groups.value.find((g) => g.key === key))
  return { groups, group }
}
