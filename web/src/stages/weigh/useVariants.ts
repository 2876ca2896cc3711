import { ref, shallowRef, watch } from 'vue'

import { api, type Design, type FieldProblem, type Rates, type Weighed } from '@/api/client'
import { useShown } from '@/state/useShown'

const key = (id: string) => `acre-box.variants.${id}`
export const MOST = 4
const SETTLE_MS = 60

/** Variants of one bed, kept in this browser until one is chosen, and their comparison. */
export function useVariants(id: string) {
  const variants = shallowRef<Design[]>([])
  const rates = ref<Partial<Rates>>({})
  const weighed = shallowRef<Weighed | null>(null)
  const problems = ref<FieldProblem[]>([])
  const shown = useShown()
  let timer: number | undefined
  let asked = 0

  /** What was kept in this browser; else two sound alternatives, so that there is something to weigh up. */
  async function begin(bed: Design) {
    const kept = localStorage.getItem(key(id))
    let others: Design[] = []
    try {
      others = kept ? (JSON.parse(kept) as Design[]) : []
    } catch {
      localStorage.removeItem(key(id))
    }
    variants.value = [bed, ...others].slice(0, MOST)
    if (kept) return
    const found = await api.alternatives(bed, { bed: id })
    if (found.ok && variants.value.length === 1) variants.value = [bed, ...found.value]
  }

  async function weigh() {
    const mine = (asked += 1)
    const result = await api.weighUp(variants.value, { bed: id, shown: shown.value }, rates.value)
    // An older answer that comes late must not cover a newer one.
    if (mine !== asked) return
    problems.value = result.ok ? [] : (result.problem.problems ?? [])
    if (result.ok) weighed.value = result.value
  }

  watch([variants, rates], () => {
    localStorage.setItem(key(id), JSON.stringify(variants.value.slice(1)))
    window.clearTimeout(timer)
    if (variants.value.length) timer = window.setTimeout(weigh, SETTLE_MS)
  }, { deep: true })

  const put = (n: number, design: Design) => (variants.value = variants.value.map((v, at) => (at === n ? design : v)))
  const remove = (n: number) => (variants.value = variants.value.filter((_, at) => at !== n))
  function add() {
    const [first] = variants.value
    if (first && variants.value.length < MOST) variants.value = [...variants.value, { ...first, name: `Variant ${variants.value.length + 1}` }]
  }
  const forget = () => localStorage.removeItem(key(id))

  return { variants, rates, weighed, problems, begin, put, remove, add, forget }
}
