import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'

import { api, type Bed, type Design, type Plan } from '@/api/client'
import { useBed } from '@/bed/useBed'

const design = (name: string) => ({ schema: 1, name, outline: { shape: 'rectangle', length: '8 ft', width: '4 ft' } }) as unknown as Design
const bedAt = (revision: number, name = 'North'): Bed => ({ id: 'b', revision, design: design(name), saved_at: '2026-01-01T00:00:00Z', can_undo: revision > 1, can_redo: false, ticks: [] })
const plan = { units: 'metric', watch_outs: [] } as unknown as Plan
const ok = <T,>(value: T) => Promise.resolve({ ok: true as const, value })
const no = (status: number, more: object = {}) => Promise.resolve({ ok: false as const, problem: { type: '', title: '', status, detail: 'no', problems: [], saved: null, ...more } })
const settle = () => vi.advanceTimersByTimeAsync(2000)

const kept = new Map<string, string>()
vi.stubGlobal('localStorage', { getItem: (k: string) => kept.get(k) ?? null, setItem: (k: string, v: string) => kept.set(k, v), removeItem: (k: string) => kept.delete(k) })
vi.stubGlobal('document', { addEventListener: () => undefined, removeEventListener: () => undefined, visibilityState: 'visible' })
vi.stubGlobal('window', globalThis)

describe('a bed being worked on', () => {
  let scope: EffectScope
  const open = async () => {
    scope = effectScope()
    const bed = scope.run(() => useBed('b')) as ReturnType<typeof useBed>
    await bed.open()
    return bed
  }

  beforeEach(() => {
    vi.useFakeTimers()
    vi.restoreAllMocks()
    kept.clear()
    vi.spyOn(api, 'bed').mockImplementation(() => ok(bedAt(1)))
    vi.spyOn(api, 'plan').mockImplementation(() => ok(plan))
  })

  it('plans and saves an edit by itself, from the revision it started from', async () => {
    const change = vi.spyOn(api, 'change').mockImplementation((_, __, sent) => ok({ ...bedAt(2), design: sent }))
    const bed = await open()
    bed.edit('name', 'South')
    expect(bed.saveState.value).toBe('saving')
    expect(kept.size).toBe(1)
    await settle()
    expect(change).toHaveBeenCalledTimes(1)
    expect(change.mock.calls[0]?.slice(0, 2)).toEqual(['b', 1])
    expect(bed.saveState.value).toBe('saved')
    expect(kept.size).toBe(0)
  })

  it('saves quick edits once, the last one', async () => {
    const change = vi.spyOn(api, 'change').mockImplementation((_, __, sent) => ok({ ...bedAt(2), design: sent }))
    const bed = await open()
    for (const name of ['S', 'So', 'Sou', 'South']) bed.edit('name', name)
    await settle()
    expect(change.mock.calls.map((c) => c[2].name)).toEqual(['South'])
  })

  it('keeps the last good plan and does not save what cannot be planned', async () => {
    const change = vi.spyOn(api, 'change')
    const bed = await open()
    const before = bed.plan.value
    vi.spyOn(api, 'plan').mockImplementation(() => no(422, { problems: [{ field: 'outline.length', value: '0', message: 'No.', allowed: 'more' }] }))
    bed.edit('outline.length', '0')
    await settle()
    expect(bed.plan.value).toBe(before)
    expect(bed.problemAt('outline.length')?.allowed).toBe('more')
    expect(bed.saveState.value).toBe('held')
    expect(change).not.toHaveBeenCalled()
    expect(kept.size).toBe(1)
    vi.spyOn(api, 'plan').mockImplementation(() => ok(plan))
    await bed.step('undo')
    expect(bed.valueAt('outline.length')).toBe('8 ft')
    expect(kept.size).toBe(0)
  })

  it('shows both versions of a stale write and overwrites nothing', async () => {
    vi.spyOn(api, 'change').mockImplementation(() => no(412, { saved: bedAt(5, 'Theirs') }))
    const bed = await open()
    bed.edit('name', 'Mine')
    await settle()
    expect(bed.conflict.value?.mine.name).toBe('Mine')
    expect(bed.conflict.value?.saved.design.name).toBe('Theirs')
    expect(bed.saveState.value).toBe('stale')
    await bed.resolve('saved')
    expect(bed.valueAt('name')).toBe('Theirs')
    expect(bed.bed.value?.revision).toBe(5)
  })

  it('puts mine on top from the newest revision when told to', async () => {
    const change = vi.spyOn(api, 'change').mockImplementationOnce(() => no(412, { saved: bedAt(5, 'Theirs') })).mockImplementation((_, __, sent) => ok({ ...bedAt(6), design: sent }))
    const bed = await open()
    bed.edit('name', 'Mine')
    await settle()
    await bed.resolve('mine')
    await settle()
    expect(change.mock.calls.at(-1)?.slice(0, 2)).toEqual(['b', 5])
    expect(bed.saveState.value).toBe('saved')
  })

  it('takes up again what was typed when the page was closed', async () => {
    kept.set('acre-box.draft.b', JSON.stringify({ revision: 1, design: design('Typed last night') }))
    vi.spyOn(api, 'change').mockImplementation((_, __, sent) => ok({ ...bedAt(2), design: sent }))
    const bed = await open()
    expect(bed.valueAt('name')).toBe('Typed last night')
    await settle()
    expect(bed.saveState.value).toBe('saved')
  })

  it('shows a draft that has gone stale as a conflict', async () => {
    kept.set('acre-box.draft.b', JSON.stringify({ revision: 0, design: design('Old draft') }))
    const bed = await open()
    expect(bed.conflict.value?.mine.name).toBe('Old draft')
  })

  it('tries again when the server was away', async () => {
    const bed = await open()
    const change = vi.spyOn(api, 'change').mockImplementation((_, __, sent) => ok({ ...bedAt(2), design: sent }))
    vi.spyOn(api, 'plan').mockImplementationOnce(() => no(0)).mockImplementation(() => ok(plan))
    bed.edit('name', 'South')
    await vi.advanceTimersByTimeAsync(500)
    expect(bed.saveState.value).toBe('offline')
    await vi.advanceTimersByTimeAsync(6000)
    expect(change).toHaveBeenCalledTimes(1)
    expect(bed.saveState.value).toBe('saved')
  })

  it('saves what is typed when the page is left', async () => {
    const change = vi.spyOn(api, 'change').mockImplementation((_, __, sent) => ok({ ...bedAt(2), design: sent }))
    const bed = await open()
    bed.edit('name', 'South')
    await vi.advanceTimersByTimeAsync(100)
    scope.stop()
    await settle()
    expect(change).toHaveBeenCalledTimes(1)
  })
})
