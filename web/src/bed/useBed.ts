import { computed, inject, onScopeDispose, provide, ref, shallowRef, type InjectionKey } from 'vue'

import { api, type Bed, type Design, type FieldProblem, type Plan, type ProblemDetails, type Units } from '@/api/client'
import { dropDraft, findDraft, keepDraft } from './draft'
import { read, write } from './paths'

export type SaveState = 'saved' | 'saving' | 'held' | 'offline' | 'stale'

const SETTLE_MS = 30
const SAVE_MS = 350
const RETRY_MS = 4000

/** One bed being worked on: its draft, the last good plan, what is wrong, and how it is saved. */
export function useBed(id: string) {
  const bed = shallowRef<Bed | null>(null)
  const draft = shallowRef<Design | null>(null)
  const plan = shallowRef<Plan | null>(null)
  const problems = ref<FieldProblem[]>([])
  const trouble = ref<string | null>(null)
  const saveState = ref<SaveState>('saved')
  const conflict = shallowRef<{ mine: Design; saved: Bed } | null>(null)
  const changedElsewhere = ref(false)
  const pointed = ref<string | null>(null)
  /** How much work searches may do, in times of a first answer. */
  const effort = ref(1)

  let planTimer: number | undefined
  let saveTimer: number | undefined
  let asking: AbortController | null = null
  let saving: Promise<void> | null = null

  const dirty = () => bed.value !== null && JSON.stringify(draft.value) !== JSON.stringify(bed.value.design)

  function take(fresh: Bed, withDraft = false) {
    bed.value = fresh
    if (withDraft) draft.value = fresh.design
  }

  /** Ask for the plan of the draft; the last good plan stays when it is refused. */
  async function replan(): Promise<boolean> {
    if (!draft.value) return false
    asking?.abort()
    const mine = (asking = new AbortController())
    const asked = draft.value
    let result
    try {
      result = await api.plan(asked, mine.signal, effort.value)
    } catch {
      return false
    }
    if (mine !== asking) return false
    trouble.value = null
    problems.value = []
    if (result.ok) plan.value = result.value
    else if (result.problem.problems?.length) problems.value = result.problem.problems
    else trouble.value = result.problem.detail
    return result.ok
  }

  /** Look longer for a cheaper cutting, for as long as the bed is open. */
  async function searchLonger(times: number) {
    effort.value = times
    await replan()
  }

  async function settle() {
    const good = await replan()
    window.clearTimeout(saveTimer)
    if (good) saveTimer = window.setTimeout(save, SAVE_MS)
    else if (problems.value.length) saveState.value = 'held'
    else if (trouble.value) {
      saveState.value = 'offline'
      saveTimer = window.setTimeout(settle, RETRY_MS)
    }
  }

  /** Change the draft at a path; the plan and the save follow by themselves. */
  function edit(path: string, value: unknown, again?: (design: Design) => Design) {
    if (!draft.value || !bed.value) return
    const next = write(draft.value, path, value)
    change(again ? again(next) : next)
  }

  function change(next: Design) {
    if (!bed.value) return
    draft.value = next
    keepDraft(id, { revision: bed.value.revision, design: next })
    saveState.value = conflict.value ? 'stale' : 'saving'
    window.clearTimeout(planTimer)
    window.clearTimeout(saveTimer)
    planTimer = window.setTimeout(settle, SETTLE_MS)
  }

  async function save(): Promise<void> {
    window.clearTimeout(saveTimer)
    if (saving) await saving
    if (!bed.value || !draft.value || conflict.value || problems.value.length) return
    if (!dirty()) {
      dropDraft(id)
      saveState.value = 'saved'
      return
    }
    const sent = draft.value
    const { revision } = bed.value
    saving = (async () => {
      const result = await api.change(id, revision, sent)
      if (result.ok) {
        take(result.value)
        if (draft.value === sent) {
          draft.value = result.value.design
          dropDraft(id)
          saveState.value = 'saved'
        }
      } else refused(result.problem, sent)
    })()
    await saving
    saving = null
  }

  function refused(problem: ProblemDetails, mine: Design) {
    if (problem.status === 412 && problem.saved) {
      conflict.value = { mine, saved: problem.saved as Bed }
      saveState.value = 'stale'
    } else if (problem.problems?.length) {
      problems.value = problem.problems
      saveState.value = 'held'
    } else {
      trouble.value = problem.detail
      saveState.value = 'offline'
      saveTimer = window.setTimeout(settle, RETRY_MS)
    }
  }

  /** Open the bed; a draft left in this browser is taken up again, or shown as a conflict when it is stale. */
  async function open(): Promise<ProblemDetails | null> {
    const result = await api.bed(id)
    if (!result.ok) return result.problem
    take(result.value, true)
    const left = findDraft(id)
    await replan()
    if (left && JSON.stringify(left.design) !== JSON.stringify(result.value.design)) {
      if (left.revision === result.value.revision) change(left.design)
      else conflict.value = { mine: left.design, saved: result.value }
      draft.value = left.design
    } else dropDraft(id)
    return null
  }

  /** Settle a conflict. Nothing is thrown away: the version not taken stays in the history or becomes a copy. */
  async function resolve(choice: 'saved' | 'mine' | 'copy') {
    const both = conflict.value
    if (!both) return
    if (choice === 'copy') {
      const made = await api.make({ ...both.mine, name: `${both.mine.name.slice(0, 60)}, from the other tab` })
      if (!made.ok) return refused(made.problem, both.mine)
    }
    conflict.value = null
    take(both.saved, true)
    dropDraft(id)
    problems.value = []
    saveState.value = 'saved'
    if (choice === 'mine') change(both.mine)
    else await replan()
  }

  /** Plan and save what is typed at once; answers whether the server has it. */
  async function flush(): Promise<boolean> {
    window.clearTimeout(planTimer)
    if (await replan()) await save()
    return saveState.value === 'saved'
  }

  async function step(way: 'undo' | 'redo') {
    if (!bed.value || conflict.value) return
    window.clearTimeout(planTimer)
    window.clearTimeout(saveTimer)
    if (problems.value.length && way === 'undo') {
      // What is typed now cannot be planned and was never saved: undo takes it back to what was.
      problems.value = []
      draft.value = bed.value.design
      dropDraft(id)
      saveState.value = 'saved'
      await replan()
      return
    }
    if (dirty()) {
      await replan()
      await save()
    }
    const result = await api.step(id, bed.value.revision, way)
    if (!result.ok) return refused(result.problem, draft.value as Design)
    take(result.value, true)
    saveState.value = 'saved'
    await replan()
  }

  async function tick(kind: string, key: string, done: boolean) {
    const result = await api.tick(id, kind, key, done)
    if (!result.ok) trouble.value = result.problem.detail
    else if (bed.value) bed.value = { ...bed.value, ticks: result.value.ticks }
  }

  /** Coming back to this tab: look whether the bed was changed elsewhere meanwhile. */
  async function look() {
    if (document.visibilityState !== 'visible' || !bed.value || conflict.value || dirty()) return
    const result = await api.bed(id)
    if (!result.ok || !bed.value || dirty()) return
    if (result.value.revision !== bed.value.revision) {
      changedElsewhere.value = true
      take(result.value, true)
      await replan()
    } else bed.value = { ...bed.value, ticks: result.value.ticks }
  }

  document.addEventListener('visibilitychange', look)
  onScopeDispose(() => {
    document.removeEventListener('visibilitychange', look)
    window.clearTimeout(planTimer)
    if (saveTimer !== undefined && dirty() && !problems.value.length) void save()
  })

  const ticked = computed(() => new Set(bed.value?.ticks.map((t) => `${t.kind}/${t.key}`) ?? []))
  const units = computed<Units>(() => (plan.value?.units as Units | undefined) ?? 'metric')
  const valueAt = (path: string) => read(draft.value, path)
  const problemAt = (path: string) => problems.value.find((p) => p.field === path)
  const canUndo = computed(() => Boolean(bed.value?.can_undo) || problems.value.length > 0)
  const canRedo = computed(() => Boolean(bed.value?.can_redo))

  return {
    id, bed, draft, plan, problems, trouble, saveState, conflict, changedElsewhere, pointed, effort, ticked, units, canUndo, canRedo,
    open, edit, change, flush, searchLonger, step, tick, resolve, valueAt, problemAt,
  }
}

export type BedContext = ReturnType<typeof useBed>
const KEY: InjectionKey<BedContext> = Symbol('bed')

export const provideBed = (bed: BedContext) => provide(KEY, bed)

/** The bed being worked on, from any component inside its view. */
export function useThisBed(): BedContext {
  const bed = inject(KEY)
  if (!bed) throw new Error('no bed is open here')
  return bed
}
