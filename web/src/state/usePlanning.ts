import { onScopeDispose, ref, shallowRef, type ShallowRef } from 'vue'

import { api, type Design, type FieldProblem, type Plan } from '@/api/client'
import type { Found } from './useSaving'
import { useShown } from './useShown'

const UNREACHED = 0
const AGAIN_MS = 4000

/** The plan of a draft: the chapters on the screen, and of those only what changed is sent. The last good one stays. */
export function usePlanning(bed: string, problems: ShallowRef<FieldProblem[]>) {
  const plan = shallowRef<Plan | null>(null)
  const shown = useShown()
  const trouble = ref<string | null>(null)
  /** How much work searches may do, in times of a first answer. */
  const effort = ref(1)
  const hasWorkings = ref(false)
  let wanted: string[] = []
  /** Chapters that something on the page looks at, whichever stage it is. */
  const besides = new Set<string>()
  let marks: Record<string, string> = {}
  let planned: Design | null = null
  let asking: AbortController | null = null
  let timer: number | undefined

  /** Ask for the chapters on the screen; a late answer is dropped. Where the server cannot be reached, or has too much
      to do, it is asked again until it answers or something else is asked. */
  async function ask(draft: Design): Promise<Found> {
    asking?.abort()
    window.clearTimeout(timer)
    const mine = (asking = new AbortController())
    const chapters = [...wanted, ...besides]
    let answer
    try {
      answer = await api.plan(draft, { bed, chapters, have: marks, effort: effort.value, shown: shown.value, signal: mine.signal })
    } catch {
      return 'late'
    }
    if (mine !== asking) return 'late'
    trouble.value = null
    problems.value = []
    if (!answer.ok) {
      if (!answer.problem.problems?.length) {
        trouble.value = answer.problem.detail
        if (answer.problem.status === UNREACHED) timer = window.setTimeout(() => void ask(draft), AGAIN_MS)
        return 'away'
      }
      problems.value = answer.problem.problems
      return 'wrong'
    }
    take(answer.value, chapters)
    planned = draft
    return 'good'
  }

  /** What came, and of what was there the chapters that are as they were; any other would be of another design. */
  function take(fresh: Plan & { marks: Record<string, string> }, chapters: string[]) {
    const old = (plan.value ?? {}) as Record<string, unknown>
    const same = chapters.filter((key) => key in old && !(key in fresh))
    if (chapters.some((key) => key in fresh)) hasWorkings.value = false
    plan.value = { ...Object.fromEntries(same.map((key) => [key, old[key]])), ...fresh } as Plan
    marks = fresh.marks
  }

  /** The chapters that the screen shows from now on; those missing are fetched. */
  async function show(chapters: string[], draft: Design | null) {
    wanted = chapters
    await fetchMissing(draft)
  }

  /** Something on the page looks at a chapter from now on, or no longer. */
  async function alsoShow(chapter: string, on: boolean, draft: Design | null) {
    if (on) besides.add(chapter)
    else besides.delete(chapter)
    await fetchMissing(draft)
  }

  async function fetchMissing(draft: Design | null) {
    if (draft && plan.value && [...wanted, ...besides].some((key) => !(key in (plan.value as object)))) await ask(draft)
  }

  /** Fetch the workings of what is on the screen, once somebody looks at one. */
  async function wantWorkings(): Promise<void> {
    const of = planned
    if (!of || hasWorkings.value) return
    const answer = await api.plan(of, { bed, chapters: [...wanted, ...besides], effort: effort.value, shown: shown.value, workings: true })
    if (!answer.ok || of !== planned) return
    plan.value = { ...(plan.value as Plan), ...answer.value }
    hasWorkings.value = true
  }

  const has = (chapters: string[]) => plan.value !== null && chapters.every((key) => key in (plan.value as object))
  onScopeDispose(() => {
    asking?.abort()
    window.clearTimeout(timer)
  })
  return { plan, trouble, effort, hasWorkings, ask, show, alsoShow, wantWorkings, has }
}
