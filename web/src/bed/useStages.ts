import { computed } from 'vue'

import { api, type Plan, type Stage } from '@/api/client'
import { fetchedOnce } from './useFetched'

/* The stages as the core lists them, and how far each has come. */

export type StageState = 'not begun' | 'in hand' | 'done' | 'needs a look'

const useListed = fetchedOnce(() => api.stages())

/** The stages that are open, in the order of work. */
export function useStages() {
  const listed = useListed()
  return computed<Stage[]>(() => listed.value?.filter((s) => s.open) ?? [])
}

/** How far a stage has come: what waits for a look goes before what is ticked off; where nothing is ticked it is done. */
export function stageState(stage: string, plan: Plan, ticked: Set<string>): StageState {
  if (plan.watch_outs.some((w) => w.stage === stage && w.level !== 'note' && !w.accepted)) return 'needs a look'
  const wanted = plan.ticks.filter((t) => t.stage === stage)
  const done = wanted.filter((w) => ticked.has(`${w.kind}/${w.key}`)).length
  if (done === wanted.length) return 'done'
  return done === 0 ? 'not begun' : 'in hand'
}
