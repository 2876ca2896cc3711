import { computed, inject, onScopeDispose, provide, ref, shallowRef, watch, type InjectionKey } from 'vue'

import { api, type Answer, type Bed, type Design, type Units } from '@/api/client'
import { dropEdits, onSent, put } from '@/state/outbox'
import { provideSheet } from '@/state/sheet'
import { usePlanning } from '@/state/usePlanning'
import { asSaved, useSaving, type Saved } from '@/state/useSaving'
import { alike } from '@/state/merge'
import { thisTab } from '@/state/tab'
import { isAll, useChanges } from '@/state/useChanges'
import { useShown } from '@/state/useShown'
import { useTicks } from '@/state/useTicks'
import { writeAs } from '@/measure/print'

const savedOf = (bed: Bed): Saved<Design> => ({ revision: bed.revision, document: bed.design, can_undo: bed.can_undo, can_redo: bed.can_redo, saved_at: bed.saved_at })

/** One bed being worked on: its document and how it is saved, its plan, its ticks. */
export function useBed(id: string) {
  const yard = ref<string | null>(null)
  const unreadable = shallowRef<Bed['problems']>([])
  const pointed = ref<string | null>(null)
  const may = ref<Bed['may']>('own')

  function saved(call: Promise<Answer<Bed>>) {
    const since = ticks.heard()
    return asSaved(call, savedOf, (fresh) => {
      yard.value = fresh.yard
      may.value = fresh.may
      unreadable.value = fresh.problems
      ticks.take(fresh, since)
    })
  }

  const saving = useSaving<Design>({
    draftKey: `acre-box.draft.${id}`,
    fetch: () => saved(api.bed(id)),
    put: (revision, design, writeId) => saved(api.change(id, revision, design, writeId)),
    step: (revision, way) => saved(api.step(id, revision, way)),
    check: (draft) => planning.ask(draft),
    mayWrite: () => may.value !== 'look',
    dropWaiting: async () => dropEdits(id, await thisTab()),
    keepWaiting: async ({ revision, base, document }, writeId) => put({ kind: 'edit', id: writeId, bed: id, tab: await thisTab(), revision, base, design: document }),
  })
  const planning = usePlanning(id, saving.problems)
  const ticks = useTicks(id, () => {
    if (saving.draft.value) void planning.ask(saving.draft.value)
  })

  /** An edit that waited was sent from the line: it is the server's now, or was changed elsewhere. */
  let tab = ''
  void thisTab().then((name) => (tab = name))
  const stop = onSent((entry, answer) => {
    if (entry.bed !== id || entry.kind !== 'edit' || entry.tab !== tab) return
    const mine = saving.draft.value
    if (answer.ok) saving.taken(savedOf(answer.value as Bed), mine && alike(mine, entry.design) ? mine : entry.design)
    else if (answer.problem.status === 412 && answer.problem.saved) saving.elsewhere(savedOf(answer.problem.saved as Bed), entry.design)
    else {
      saving.problems.value = answer.problem.problems ?? []
      saving.saveState.value = 'held'
    }
    if (answer.ok && saving.draft.value) void planning.ask(saving.draft.value)
  })

  /** Open the bed and plan it. */
  async function open(chapters: string[]) {
    await ticks.takeUp()
    await planning.show(chapters, null)
    return saving.open((design) => (unreadable.value.length ? Promise.resolve() : planning.ask(design)))
  }

  /** Look longer for a cheaper cutting, for as long as the bed is open. */
  async function searchLonger(times: number) {
    planning.effort.value = times
    if (saving.draft.value) await planning.ask(saving.draft.value)
  }

  /** Settle a conflict; `copy` keeps mine as a bed of its own. */
  function resolve(choice: 'saved' | 'mine' | 'copy') {
    if (choice !== 'copy') return saving.resolve(choice)
    return saving.resolve('saved', async (mine) => {
      const made = await api.make({ ...mine, name: `${mine.name.slice(0, 60)}, from the other tab` }, yard.value)
      if (!made.ok) saving.trouble.value = made.problem.detail
      return made.ok
    })
  }

  useChanges((changed) => {
    if (isAll(changed) || changed.bed === id) void saving.look(changed.revision)
    else if (changed.yard === yard.value && !changed.bed && saving.draft.value) void planning.ask(saving.draft.value)
  })
  onScopeDispose(stop)

  const { plan } = planning
  const shown = useShown()
  const units = computed<Units>(() => plan.value?.units ?? 'metric')
  const built = computed<Units>(() => plan.value?.built ?? 'metric')
  const priceList = computed(() => plan.value?.price_list)
  watch(shown, () => saving.draft.value && void planning.ask(saving.draft.value))
  watch(plan, (now) => now && writeAs(now.numbers, now.dates))
  /** Show the figures in the other units; the bed stays as it is. */
  const showOther = () => (shown.value = units.value === 'metric' ? 'imperial' : 'metric')
  const trouble = computed<string | null>(() => planning.trouble.value ?? saving.trouble.value ?? ticks.refused.value)
  return {
    ...saving, ...ticks, id, yard, may, unreadable, plan, trouble, pointed, units, built, priceList, showOther, open, searchLonger, resolve,
    effort: planning.effort, hasWorkings: planning.hasWorkings, has: planning.has, wantWorkings: planning.wantWorkings,
    alsoShow: (chapter: string, on: boolean) => planning.alsoShow(chapter, on, saving.draft.value),
    show: (chapters: string[]) => planning.show(chapters, saving.draft.value),
  }
}

export type BedContext = ReturnType<typeof useBed>
const KEY: InjectionKey<BedContext> = Symbol('bed')

/** Make the bed, and the document that its questions ask about, known to all components within. */
export function provideBed(bed: BedContext): void {
  provide(KEY, bed)
  const { plan, valueAt, edit, problems, problemAt, units, built, priceList } = bed
  provideSheet({
    valueAt, edit, problems, problemAt, units, built, priceList,
    understood: (path) => plan.value?.understood[path],
    watchOuts: (stage, fields) => plan.value?.watch_outs.filter((w) => w.stage === stage && fields.includes(w.field)) ?? [],
    sides: computed(() => plan.value?.outside?.sides.map((s) => s.name) ?? []),
    startOf: (path) => plan.value?.starts?.[path],
  })
}

/** The bed being worked on, from any component inside its view. */
export function useThisBed(): BedContext {
  const bed = inject(KEY)
  if (!bed) throw new Error('no bed is open here')
  return bed
}

/** The same where there may be none, as when variants are weighed up. */
export const useBedIfAny = (): BedContext | null => inject(KEY, null)
