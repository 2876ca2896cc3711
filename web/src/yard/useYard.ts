import { computed, onScopeDispose, shallowRef } from 'vue'

import { api, type Answer, type StoredYard, type Units, type Yard } from '@/api/client'
import { isAll, useChanges } from '@/state/useChanges'
import { provideSheet } from '@/state/sheet'
import { asSaved, useSaving, type Saved } from '@/state/useSaving'

const savedOf = (yard: StoredYard): Saved<Yard> => ({ revision: yard.revision, document: yard.yard, can_undo: yard.can_undo, can_redo: yard.can_redo, saved_at: yard.saved_at })

/** One yard being worked on; its questions ask about it. */
export function useYard(id: string, saved: () => void) {
  const kept = shallowRef<StoredYard | null>(null)
  let left = false
  onScopeDispose(() => (left = true))
  const taken = (call: Promise<Answer<StoredYard>>) => asSaved(call, savedOf, (fresh) => {
    const news = kept.value !== null && kept.value.revision !== fresh.revision
    kept.value = fresh
    // What is saved on leaving is no news to the page that is open by then.
    if (news && !left) saved()
  })
  const saving = useSaving<Yard>({
    draftKey: `acre-box.draft.yard.${id}`,
    fetch: () => taken(api.yard(id)),
    put: (revision, yard, writeId) => taken(api.changeYard(id, revision, yard, writeId)),
    mayWrite: () => kept.value?.may !== 'look',
    step: (revision, way) => taken(api.stepYard(id, revision, way)),
    check: () => {
      saving.problems.value = []
      return Promise.resolve('good' as const)
    },
  })
  const units = computed<Units>(() => (saving.draft.value?.units as Units | undefined) ?? 'metric')
  provideSheet({
    valueAt: saving.valueAt,
    edit: saving.edit,
    problems: saving.problems,
    problemAt: saving.problemAt,
    units,
    built: units,
    priceList: computed(() => kept.value?.price_list),
    understood: (path) => kept.value?.understood[path],
    watchOuts: () => [],
    sides: computed(() => []),
    startOf: () => undefined,
  })
  useChanges((changed) => {
    if (isAll(changed) || (changed.yard === id && !changed.bed)) void saving.look(changed.revision)
  })
  return { ...saving, kept, units }
}
