import { v4 as newName } from 'uuid'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'

import type { Bed } from '@/api/client'
import { onSent, putOrSend, waitingFor, type Entry, type TickEntry } from './outbox'

export interface Tick {
  kind: string
  key: string
  length_mm?: number | null
}

const nameOf = (kind: string, key: string) => `${kind}/${key}`

/** What is ticked off of a bed: what the server has, and upon it what still waits to be sent. */
export function useTicks(bed: string, changed: () => void) {
  const kept = shallowRef<Tick[]>([])
  const pending = shallowRef<TickEntry[]>([])
  /** What the server did not take, in words. */
  const refused = ref<string | null>(null)
  let news = 0

  const stop = onSent((entry, answer) => {
    if (entry.bed !== bed || entry.kind !== 'tick') return
    pending.value = pending.value.filter((p) => p.id !== entry.id)
    news += 1
    if (answer.ok) take(answer.value as Bed)
    else refused.value = `“${entry.key}” could not be ${entry.done ? 'ticked off' : 'taken back'}: ${answer.problem.problems?.[0]?.message ?? answer.problem.detail}`
    changed()
  })
  onScopeDispose(stop)

  /** How many ticks were sent so far: what the server said of ticks is old when another was sent since. */
  const heard = () => news
  function take(fresh: Pick<Bed, 'ticks'>, since = news) {
    if (since === news) kept.value = fresh.ticks
  }
  /** Take up what was ticked before and not sent yet. */
  async function takeUp() {
    pending.value = (await waitingFor(bed).catch((): Entry[] => [])).filter((entry): entry is TickEntry => entry.kind === 'tick')
  }

  async function tick(of: string, key: string, done: boolean, length_mm?: number) {
    refused.value = null
    const entry: TickEntry = { kind: 'tick', id: newName(), bed, of, key, done, ...(length_mm === undefined ? {} : { length_mm }) }
    pending.value = [...pending.value, entry]
    await putOrSend(entry)
  }

  const ticks = computed<Tick[]>(() => {
    const found = new Map(kept.value.map((t) => [nameOf(t.kind, t.key), t]))
    for (const p of pending.value) {
      if (p.done) found.set(nameOf(p.of, p.key), { kind: p.of, key: p.key, length_mm: p.length_mm ?? null })
      else found.delete(nameOf(p.of, p.key))
    }
    return [...found.values()]
  })
  const ticked = computed(() => new Set(ticks.value.map((t) => nameOf(t.kind, t.key))))
  return { ticks, ticked, refused, take, takeUp, tick, heard }
}
