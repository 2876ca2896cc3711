import { computed } from 'vue'

import type { PlannedStick } from '@/api/client'
import { useThisBed } from '@/bed/useBed'

/** The pieces of the sticks, with which of them are ticked off. */
export function useCuts() {
  const { plan, ticked } = useThisBed()
  const pieces = computed(() => plan.value?.cutting.sticks.flatMap((s: PlannedStick) => s.pieces.map((p) => ({ ...p, stock: s.stock }))) ?? [])
  const isDone = (key: string) => ticked.value.has(`cut/${key}`)
  const doneOf = (group: string) => pieces.value.filter((p) => p.group === group && isDone(p.key)).length
  const doneInAll = computed(() => pieces.value.filter((p) => isDone(p.key)).length)
  return { pieces, isDone, doneOf, doneInAll }
}
