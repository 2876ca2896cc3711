import { onScopeDispose, ref, shallowRef } from 'vue'

import { write } from '@/state/paths'
import { api, type Answer, type Bed, type BedsOfYard, type Design, type YardBed } from '@/api/client'

const MORE_MS = 150
const SLOWER_MS = 1500
const AWAY_MS = 3000

const beds = shallowRef<YardBed[]>([])
/** What they come to, bed by bed. */
const alone = shallowRef<BedsOfYard['alone']>({ cost: 0, costs: {}, sticks: 0 })
/** How far the work on those is that are not worked out yet. */
const work = ref<BedsOfYard['work']>(null)
const trouble = ref<string | null>(null)
const loaded = ref(false)
/** The bed deleted last, for as long as it can be brought back with one press. */
const gone = ref<{ id: string; name: string } | null>(null)
const LAST = 'acre-box.yard'
let of: string | null = null
let asked = 0
let timer: number | undefined

/** The yard looked at last in this browser. */
export const lastYard = (): string | null => localStorage.getItem(LAST)

/** Fetch the beds of a yard; while some are still being worked out, ask again. */
async function load(yard: string | null): Promise<void> {
  if (!yard) return
  window.clearTimeout(timer)
  if (yard !== of) {
    of = yard
    beds.value = []
    work.value = null
    loaded.value = false
  }
  localStorage.setItem(LAST, yard)
  const mine = (asked += 1)
  const answer = await api.beds(yard)
  if (mine !== asked) return
  if (!answer.ok) {
    trouble.value = answer.problem.detail
    // Away: asked again by itself, until it is there.
    if (answer.problem.status === 0) timer = window.setTimeout(() => void load(yard), AWAY_MS)
    return
  }
  const before = beds.value.filter((b) => b.stale).length
  beds.value = answer.value.beds
  alone.value = answer.value.alone
  work.value = answer.value.work
  trouble.value = null
  loaded.value = true
  const left = beds.value.filter((b) => b.stale).length
  if (left && !rests()) timer = window.setTimeout(() => void load(yard), left === before || work.value ? SLOWER_MS : MORE_MS)
}

/** Whether what is left was stopped, or went wrong: it is begun again when it is wanted. */
const rests = (): boolean => work.value === 'stopped' || work.value === 'failed'

async function done<T>(call: Promise<Answer<T>>): Promise<T | null> {
  const answer = await call
  if (!answer.ok) trouble.value = answer.problem.detail
  else void load(of)
  return answer.ok ? answer.value : null
}

/** All beds of a yard, and what is done with whole beds. */
export function useBedsOfYard() {
  onScopeDispose(() => window.clearTimeout(timer))
  return {
    beds, alone, work, trouble, loaded, gone, load,
    begin: () => done(api.beginWork(of ?? '')),
    stop: () => done(api.stopWork(of ?? '')),
    make: (design: Design, yard: string): Promise<Bed | null> => done(api.make(design, yard)),
    copy: (id: string): Promise<Bed | null> => done(api.copy(id)),
    /** Put a bed into another yard. */
    move: (id: string, yard: string): Promise<Bed | null> => done(api.move(id, yard)),
    async remove(bed: { id: string; revision: number; name: string }) {
      const answer = await api.remove(bed.id, bed.revision)
      if (answer.ok) gone.value = { id: bed.id, name: bed.name }
      else trouble.value = answer.problem.detail
      await load(of)
      return answer.ok
    },
    async bringBack() {
      if (gone.value && (await done(api.restore(gone.value.id)))) gone.value = null
    },
    /** Put another stock where one stands that nobody sells any more. */
    async mend(bed: string, field: string, stock: string) {
      const there = await api.bed(bed)
      if (!there.ok) trouble.value = there.problem.detail
      else await done(api.change(bed, there.value.revision, write(there.value.design, field, stock)))
    },
  }
}
