import { useElementVisibility } from '@vueuse/core'
import { onScopeDispose, ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue'

import type { Answer, Design, FieldProblem } from '@/api/client'
import { useThisBed } from './useBed'

const SETTLE_MS = 400

/** Something worked out for the bed beside its plan: asked for once somebody looks at a part of the page (without a part:
    at once), and again when the bed has changed. What comes too late is dropped. */
export function useWhenSeen<T>(part: Ref<HTMLElement | null> | null, ask: (design: Design) => Promise<Answer<T>>) {
  const { draft, plan } = useThisBed()
  const found: ShallowRef<T | null> = shallowRef(null)
  const trouble = ref<FieldProblem[]>([])
  const inSight = part ? useElementVisibility(part) : ref(true)
  let timer: number | undefined
  let asked: unknown = null

  async function now() {
    const of = plan.value
    if (!draft.value || !of || asked === of) return
    const answer = await ask(draft.value)
    if (of !== plan.value) return
    asked = of
    if (answer.ok) found.value = answer.value
    trouble.value = answer.ok ? [] : (answer.problem.problems?.length ? answer.problem.problems : [{ field: '', value: '', message: answer.problem.detail, allowed: '' }])
  }
  function again() {
    asked = null
    void now()
  }
  watch([plan, inSight], ([, seen]) => {
    window.clearTimeout(timer)
    if (seen) timer = window.setTimeout(now, found.value === null ? 0 : SETTLE_MS)
  }, { immediate: true })
  onScopeDispose(() => window.clearTimeout(timer))
  return { found, trouble, again }
}
