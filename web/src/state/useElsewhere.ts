import { nextTick, shallowRef, watch, type Ref } from 'vue'

import type { FieldProblem } from '@/api/client'

/** Problems whose field is not on the page: told above it, so that none goes unsaid. */
export function useElsewhere(problems: Ref<FieldProblem[]>, page: () => unknown = () => null) {
  const elsewhere = shallowRef<FieldProblem[]>([])
  watch([problems, page], async () => {
    await nextTick()
    elsewhere.value = problems.value.filter((p) => !document.getElementById(`wrong-${p.field}`))
  })
  return elsewhere
}
