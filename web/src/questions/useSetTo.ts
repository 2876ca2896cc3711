import { computed } from 'vue'

import type { Asked, Group } from '@/api/client'
import { useStock } from '@/bed/useStock'
import { typeset } from '@/measure/print'
import { useSheet } from '@/state/sheet'
import { setTo } from './asked'

/** What a group is set to in one line, and whether something in it is wrong: that is never folded away. */
export function useSetTo(group: () => Group) {
  const { problems, valueAt } = useSheet()
  const stock = useStock()
  function nameOf(asked: Asked, value: unknown): string | undefined {
    if (asked.kind === 'timber') return stock.value?.timber.find((t) => t.key === value || t.nominal === value)?.name
    return asked.kind === 'species' ? stock.value?.species.find((s) => s.key === value)?.name : undefined
  }
  const line = computed(() => typeset(setTo(group().questions, valueAt, nameOf)))
  const wrong = computed(() => problems.value.some((p) => group().questions.some((q) => p.field === q.path || p.field.startsWith(`${q.path}.`))))
  return { line, wrong }
}
