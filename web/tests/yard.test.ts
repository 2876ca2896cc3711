import { kept, no, ok, slow } from './browser'

import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref } from 'vue'

import { api, type Answer, type Bed, type BedsOfYard, type Design, type Grounds, type YardBed } from '@/api/client'
import { lastYard, useBedsOfYard } from '@/bed/useBedsOfYard'
import { useGrounds } from '@/grounds/useGrounds'
import { useVariants } from '@/stages/weigh/useVariants'
import { inTurn } from '@/sheet/turns'

const row = (name: string, stale = false) => ({ id: name, revision: 1, name, stale, pieces_cut: 0, figures: null, problems: [], mends: [] }) as unknown as YardBed
const list = (...beds: YardBed[]) => ok({ beds, alone: { cost: beds.length, costs: {}, sticks: 2 * beds.length } })
const begin = <T,>(use: () => T) => effectScope().run(use) as T
let count = 0
/** A yard of its own for each test: what is known of beds is shared by all pages. */
const aYard = () => `yard-${(count += 1)}`

describe('the beds of a yard', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    vi.restoreAllMocks()
  })

  it('are asked for again until all are worked out', async () => {
    const beds = vi.spyOn(api, 'beds').mockImplementationOnce(() => list(row('a'), row('b', true), row('c', true))).mockImplementationOnce(() => list(row('a'), row('b'), row('c', true))).mockImplementation(() => list(row('a'), row('b'), row('c')))
    const yard = begin(useBedsOfYard)
    await yard.load(aYard())
    expect(yard.beds.value.filter((b) => b.stale)).toHaveLength(2)
    await vi.advanceTimersByTimeAsync(2000)
    expect(beds).toHaveBeenCalledTimes(3)
    expect(yard.beds.value.some((b) => b.stale)).toBe(false)
    await vi.advanceTimersByTimeAsync(5000)
    expect(beds).toHaveBeenCalledTimes(3)
  })

  it('are let rest where the work on them was stopped, and asked for again when it is begun', async () => {
    let work: BedsOfYard['work'] = 'stopped'
    const beds = vi.spyOn(api, 'beds').mockImplementation(() => ok({ beds: [row('a', true)], alone: { cost: 0, costs: {}, sticks: 0 }, work }))
    const begun = vi.spyOn(api, 'beginWork').mockImplementation(() => ok(undefined))
    const yard = begin(useBedsOfYard)
    const here = aYard()
    await yard.load(here)
    await vi.advanceTimersByTimeAsync(9000)
    expect([beds.mock.calls.length, yard.work.value]).toEqual([1, 'stopped'])
    work = 'doing'
    await yard.begin()
    expect(begun).toHaveBeenCalledWith(here)
    await vi.advanceTimersByTimeAsync(4000)
    expect([beds.mock.calls.length, yard.work.value]).toEqual([4, 'doing'])
  })

  it('are those of the yard asked for last, whichever answer comes last', async () => {
    const late = slow<Answer<BedsOfYard>>()
    vi.spyOn(api, 'beds').mockImplementationOnce(() => late.promise).mockImplementation(() => list(row('new')))
    const yard = begin(useBedsOfYard)
    const first = yard.load(aYard())
    const now = aYard()
    await yard.load(now)
    late.answer(await list(row('old')))
    await first
    expect(yard.beds.value.map((b) => b.name)).toEqual(['new'])
    expect(yard.alone.value).toEqual({ cost: 1, costs: {}, sticks: 2 })
    expect(lastYard()).toBe(now)
  })

  it('stay as they were when the server cannot be reached, and that is said', async () => {
    const beds = vi.spyOn(api, 'beds').mockImplementation(() => list(row('a')))
    const yard = begin(useBedsOfYard)
    const here = aYard()
    await yard.load(here)
    beds.mockImplementation(() => no(0))
    await yard.load(here)
    expect(yard.beds.value).toHaveLength(1)
    expect(yard.trouble.value).toBe('no')
  })

  it('can be put away and brought back', async () => {
    vi.spyOn(api, 'beds').mockImplementation(() => list())
    vi.spyOn(api, 'remove').mockImplementation(() => ok(undefined))
    const restore = vi.spyOn(api, 'restore').mockImplementation(() => ok({} as Bed))
    const yard = begin(useBedsOfYard)
    await yard.load(aYard())
    await yard.remove({ id: 'b', revision: 3, name: 'North' })
    expect(yard.gone.value).toEqual({ id: 'b', name: 'North' })
    await yard.bringBack()
    expect(restore).toHaveBeenCalledWith('b')
    expect(yard.gone.value).toBeNull()
  })

  it('are mended by another stock, from what the server has', async () => {
    vi.spyOn(api, 'beds').mockImplementation(() => list())
    vi.spyOn(api, 'bed').mockImplementation(() => ok({ revision: 7, design: { name: 'North', construction: { board: 'elm' } } } as unknown as Bed))
    const change = vi.spyOn(api, 'change').mockImplementation(() => ok({} as Bed))
    const yard = begin(useBedsOfYard)
    await yard.load(aYard())
    await yard.mend('b', 'construction.board', '2x8')
    expect(change).toHaveBeenCalledWith('b', 7, { name: 'North', construction: { board: '2x8' } })
  })
})

describe('variants of a bed', () => {
  const bed = { name: 'North' } as unknown as Design
  beforeEach(() => {
    vi.useFakeTimers()
    vi.restoreAllMocks()
    kept.clear()
  })

  it('are weighed once typing settles, kept in this browser, four at most', async () => {
    const weigh = vi.spyOn(api, 'weighUp').mockImplementation(() => ok({ names: [] } as never))
    const variants = begin(() => useVariants('b'))
    variants.begin(bed)
    for (let n = 0; n < 6; n += 1) variants.add()
    await vi.advanceTimersByTimeAsync(500)
    expect(variants.variants.value.map((v) => v.name)).toEqual(['North', 'Variant 2', 'Variant 3', 'Variant 4'])
    expect(weigh).toHaveBeenCalledTimes(1)
    expect(weigh.mock.calls[0]?.[1]).toEqual({ bed: 'b' })
    const again = begin(() => useVariants('b'))
    again.begin(bed)
    expect(again.variants.value).toHaveLength(4)
    again.remove(1)
    again.put(1, { name: 'Low' } as unknown as Design)
    expect(again.variants.value.map((v) => v.name)).toEqual(['North', 'Low', 'Variant 4'])
    again.forget()
    expect(kept.has('acre-box.variants.b')).toBe(false)
  })

  it('say what is wrong with one, and keep the last comparison', async () => {
    const weigh = vi.spyOn(api, 'weighUp').mockImplementation(() => ok({ names: ['North'] } as never))
    const variants = begin(() => useVariants('b'))
    variants.begin(bed)
    await vi.advanceTimersByTimeAsync(500)
    weigh.mockImplementation(() => no(422, { problems: [{ field: 'designs.1.height', value: '1', message: 'No.', allowed: 'more' }] }))
    variants.add()
    await vi.advanceTimersByTimeAsync(500)
    expect(variants.problems.value[0]?.field).toBe('designs.1.height')
    expect(variants.weighed.value?.names).toEqual(['North'])
  })
})

describe('parts of a page', () => {
  it('come one after another, each in a task of its own', async () => {
    vi.useRealTimers()
    const done: string[] = []
    inTurn(() => {
      done.push('first')
      inTurn(() => done.push('third'))
    })
    inTurn(() => done.push('second'))
    expect(done).toEqual([])
    await vi.waitFor(() => expect(done).toEqual(['first', 'second', 'third']))
  })
})

it('the plan of a yard is the one asked for last, whichever answer comes last', async () => {
  const late = slow<Answer<Grounds>>()
  const drawn = (name: string) => ok({ name, beds: [] } as unknown as Grounds)
  vi.spyOn(api, 'grounds').mockImplementationOnce(() => late.promise).mockImplementation(() => drawn('new'))
  const grounds = begin(() => useGrounds(() => 'y', ref('metric')))
  const first = grounds.load()
  await grounds.load()
  late.answer(await drawn('old'))
  await first
  expect(grounds.kept.value).toMatchObject({ name: 'new' })
})
