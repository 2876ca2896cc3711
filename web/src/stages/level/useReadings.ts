import { v4 as newName } from 'uuid'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'

import { api, type ProblemDetails, type Readings, type TakenReading } from '@/api/client'
import { onSent, putOrSend, waitingFor, type Entry, type ReadingEntry, type StrikeEntry } from '@/state/outbox'

export type Job = TakenReading['job']
export type Method = TakenReading['method']
export type Row = Readings['readings'][number]

export const JOBS: { key: Job; name: string }[] = [
  { key: 'ground', name: 'the ground' },
  { key: 'tape', name: 'the corners, taped' },
  { key: 'first_course', name: 'the first course' },
  { key: 'finished', name: 'the finished bed' },
]
export const METHODS: { key: Method; name: string; short: string; reads: string }[] = [
  { key: 'instrument', name: 'a laser or an optical level', short: 'level', reads: 'on the staff' },
  { key: 'string', name: 'a string line', short: 'string', reads: 'under the string' },
  { key: 'water', name: 'a water tube', short: 'water', reads: 'under the water mark' },
  { key: 'spirit', name: 'a long spirit level', short: 'spirit level', reads: 'packed up under it' },
]
/** The station whose height is given. */
export const DATUM = 'BM'

/** The readings of a bed: what the server has, and upon it what still waits to be sent. Shared by all that shows them. */
function make(bed: string) {
  const kept = shallowRef<Readings | null>(null)
  const pending = shallowRef<(ReadingEntry | StrikeEntry)[]>([])
  const trouble = ref<string | null>(null)
  const refused = shallowRef<{ problem: ProblemDetails; entry: ReadingEntry | StrikeEntry } | null>(null)
  const job = ref<Job>('ground')
  const method = ref<Method>('instrument')
  const asked = ref<string | null>(null)
  /** Where a station of one's own lies, as it is typed: to the right of the front left corner, and back. */
  const spot = ref({ right: '', back: '' })
  const moving = ref(false)

  /** What was sent and answered: what was asked for before the last of it is old. */
  const told = new Set<string>()

  const stop = onSent((entry, answer) => {
    if (entry.bed !== bed || (entry.kind !== 'reading' && entry.kind !== 'strike')) return
    told.add(entry.id)
    pending.value = pending.value.filter((p) => p.id !== entry.id)
    if (answer.ok) kept.value = answer.value as Readings
    else refused.value = { problem: answer.problem, entry }
  })
  async function load() {
    const waits = (await waitingFor(bed).catch((): Entry[] => [])).filter((e): e is ReadingEntry | StrikeEntry => e.kind === 'reading' || e.kind === 'strike')
    const here = pending.value.map((p) => p.id)
    pending.value = [...waits.filter((e) => !here.includes(e.id) && !told.has(e.id)), ...pending.value]
    const before = told.size
    const answer = await api.readings(bed)
    if (!answer.ok) trouble.value = answer.problem.detail
    else if (told.size === before || !kept.value) kept.value = answer.value
  }

  const rows = computed<(Row & { waits?: boolean })[]>(() => {
    let found: (Row & { waits?: boolean })[] = [...(kept.value?.readings ?? [])]
    for (const p of pending.value) {
      if (p.kind === 'reading') found = found.some((r) => r.id === p.reading.id) ? found : [...found, { ...p.reading, place: p.reading.place ?? null, struck: false, waits: true }]
      else found = found.map((r) => (r.id === p.reading ? { ...r, struck: p.struck, waits: true } : r))
    }
    return found
  })
  const ofJob = computed(() => rows.value.filter((r) => r.job === job.value))
  const counted = computed(() => ofJob.value.filter((r) => !r.struck && (job.value === 'tape' || r.method === method.value)))
  const corners = computed(() => kept.value?.corners ?? [])
  const places = computed(() => Object.keys(kept.value?.places ?? {}))
  /** Stations besides those of the bed: turning points, a doorstep, whatever was read under a name of its own. */
  const others = computed(() => [...new Set(ofJob.value.map((r) => r.station))].filter((s) => s !== DATUM && !places.value.includes(s)))
  const tapes = computed(() => kept.value?.tapes ?? [])
  const stations = computed(() => (job.value === 'tape' ? tapes.value.map((t) => t.name) : [...new Set([DATUM, ...places.value, ...others.value, ...(asked.value ? [asked.value] : [])])]))

  /** What is read next: the datum first, then every corner, then the datum again; after a move the same station. */
  const suggested = computed(() => {
    const read = counted.value.map((r) => r.station)
    if (job.value === 'tape') return stations.value.find((t) => !read.includes(t)) ?? stations.value.at(-1) ?? ''
    const last = counted.value.at(-1)
    if (method.value === 'instrument' && last?.sight === 'fore' && last.station !== DATUM) return last.station
    if (!read.length) return DATUM
    return corners.value.find((c) => !read.includes(c)) ?? DATUM
  })
  const station = computed(() => asked.value ?? suggested.value)
  /** A station that has no place yet: it can be read without, and is given one by typing or on the drawing. */
  const nowhere = computed(() => job.value !== 'tape' && station.value !== DATUM && !places.value.includes(station.value))
  const sight = computed<TakenReading['sight']>(() => {
    if (job.value === 'tape' || method.value !== 'instrument') return null
    const last = counted.value.at(-1)
    if (!last || last.sight === 'fore') return 'back'
    return moving.value || station.value === DATUM ? 'fore' : 'between'
  })

  async function take(written: string) {
    refused.value = null
    const place: [string, string] | null = nowhere.value && spot.value.right.trim() && spot.value.back.trim() ? [spot.value.right.trim(), spot.value.back.trim()] : null
    const reading: TakenReading = { id: newName(), job: job.value, method: job.value === 'tape' ? 'tape' : method.value, station: station.value, sight: sight.value, written, place, taken_at: new Date().toISOString() }
    const entry: ReadingEntry = { kind: 'reading', id: reading.id, bed, reading }
    pending.value = [...pending.value, entry]
    asked.value = null
    moving.value = false
    spot.value = { right: '', back: '' }
    await putOrSend(entry)
  }
  async function strike(reading: string, struck: boolean) {
    const entry: StrikeEntry = { kind: 'strike', id: newName(), bed, reading, struck }
    pending.value = [...pending.value, entry]
    await putOrSend(entry)
  }
  /** Take the last reading of the job back. */
  const undo = () => {
    const last = ofJob.value.filter((r) => !r.struck).at(-1)
    return last ? strike(last.id, true) : Promise.resolve()
  }
  return { kept, rows, ofJob, counted, places, tapes, stations, nowhere, spot, job, method, station, sight, asked, moving, trouble, refused, load, take, strike, undo, stop }
}

/** What is made for a bed, and by how many it is shown; the last who leaves gives it up. */
const made = new Map<string, { of: ReturnType<typeof make>; shown: number }>()
export function useReadings(bed: string) {
  const found = made.get(bed) ?? { of: make(bed), shown: 0 }
  found.shown += 1
  made.set(bed, found)
  onScopeDispose(() => {
    found.shown -= 1
    if (found.shown || made.get(bed) !== found) return
    found.of.stop()
    made.delete(bed)
  })
  return found.of
}
