import { held, kept, no, ok, slow } from './browser'

import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'

import type { Answer } from '@/api/client'
import { useSaving, type Saved } from '@/state/useSaving'

interface Doc { name: string; size?: { length: string; width: string } }
const size = { length: '8 ft', width: '4 ft' }
const at = (revision: number, document: Doc = { name: 'North', size }): Saved<Doc> => ({ revision, document, can_undo: revision > 1, can_redo: false, saved_at: '2026-01-01T00:00:00Z' })
const settle = () => vi.advanceTimersByTimeAsync(2000)

describe('a document being worked on', () => {
  let scope: EffectScope
  const ways = {
    draftKey: 'draft.b',
    fetch: vi.fn<() => Promise<Answer<Saved<Doc>>>>(),
    put: vi.fn<(revision: number, document: Doc, writeId: string) => Promise<Answer<Saved<Doc>>>>(),
    step: vi.fn<(revision: number, way: 'undo' | 'redo') => Promise<Answer<Saved<Doc>>>>(),
    check: vi.fn<(draft: Doc) => Promise<'good' | 'wrong' | 'away' | 'late'>>(),
    keepWaiting: vi.fn<(draft: unknown, writeId: string) => Promise<void>>(),
    dropWaiting: vi.fn<() => Promise<void>>(),
  }
  const open = async () => {
    scope = effectScope()
    const doc = scope.run(() => useSaving<Doc>(ways)) as ReturnType<typeof useSaving<Doc>>
    await doc.open()
    return doc
  }

  beforeEach(() => {
    vi.useFakeTimers()
    kept.clear()
    for (const way of [ways.fetch, ways.put, ways.step, ways.check, ways.keepWaiting, ways.dropWaiting]) way.mockReset()
    ways.fetch.mockImplementation(() => ok(at(1)))
    ways.check.mockResolvedValue('good')
    ways.keepWaiting.mockResolvedValue()
    ways.dropWaiting.mockResolvedValue()
    ways.put.mockImplementation((revision, document) => ok(at(revision + 1, document)))
  })

  it('saves an edit by itself, from the revision it started from, and drops its draft', async () => {
    const doc = await open()
    doc.edit('name', 'South')
    expect(doc.saveState.value).toBe('saving')
    expect(kept.size).toBe(1)
    await settle()
    expect(ways.put.mock.calls.map(([revision, document]) => [revision, document.name])).toEqual([[1, 'South']])
    expect(doc.saveState.value).toBe('saved')
    expect(kept.size).toBe(0)
  })

  it('saves quick edits once, the last one', async () => {
    const doc = await open()
    for (const name of ['S', 'So', 'Sou', 'South']) doc.edit('name', name)
    await settle()
    expect(ways.put.mock.calls.map(([, document]) => document.name)).toEqual(['South'])
  })

  it('saves what was typed during a save next, from what the save left', async () => {
    const line = slow<Answer<Saved<Doc>>>()
    ways.put.mockImplementationOnce(() => line.promise)
    const doc = await open()
    doc.edit('name', 'First')
    await vi.advanceTimersByTimeAsync(500)
    doc.edit('name', 'Second')
    await vi.advanceTimersByTimeAsync(500)
    expect(ways.put).toHaveBeenCalledTimes(1)
    line.answer({ ok: true, value: at(2, { name: 'First', size }) })
    await settle()
    expect(ways.put.mock.calls.map(([revision, document]) => [revision, document.name])).toEqual([[1, 'First'], [2, 'Second']])
    expect(doc.conflict.value).toBeNull()
    expect(doc.saveState.value).toBe('saved')
  })

  it('is no conflict with itself when the page is closed while it saves', async () => {
    const line = slow<Answer<Saved<Doc>>>()
    ways.put.mockImplementationOnce(() => line.promise)
    const doc = await open()
    doc.edit('name', 'First')
    await vi.advanceTimersByTimeAsync(500)
    doc.edit('name', 'Second')
    scope.stop()
    line.answer({ ok: true, value: at(2, { name: 'First', size }) })
    await settle()
    expect(ways.put.mock.calls.map(([revision, document]) => [revision, document.name])).toEqual([[1, 'First'], [2, 'Second']])
  })

  it('undoes on a slow line without losing what is typed meanwhile', async () => {
    const line = slow<Answer<Saved<Doc>>>()
    ways.fetch.mockImplementation(() => ok(at(2, { name: 'South', size })))
    ways.step.mockImplementationOnce(() => line.promise)
    const doc = await open()
    const undone = doc.step('undo')
    await vi.advanceTimersByTimeAsync(50)
    doc.edit('size.length', '6 ft')
    line.answer({ ok: true, value: at(3) })
    await undone
    await settle()
    expect(doc.draft.value).toEqual({ name: 'North', size: { length: '6 ft', width: '4 ft' } })
    expect(ways.put.mock.calls.map(([revision]) => revision)).toEqual([3])
  })

  it('keeps what cannot be planned, saves nothing of it, and undo takes it back', async () => {
    const doc = await open()
    ways.check.mockImplementation(() => {
      doc.problems.value = [{ field: 'size.length', value: '0', message: 'No.', allowed: 'more' }]
      return Promise.resolve('wrong')
    })
    doc.edit('size.length', '0')
    await settle()
    expect(doc.saveState.value).toBe('held')
    expect(doc.problemAt('size.length')?.allowed).toBe('more')
    expect(ways.put).not.toHaveBeenCalled()
    expect(kept.size).toBe(1)
    ways.check.mockResolvedValue('good')
    await doc.step('undo')
    expect(doc.valueAt('size.length')).toBe('8 ft')
    expect(kept.size).toBe(0)
  })

  it('puts edits of other fields made elsewhere together with mine, and saves both', async () => {
    ways.put.mockImplementationOnce(() => no(412, { saved: at(5, { name: 'Theirs', size }) }))
    const doc = await open()
    doc.edit('size.length', '6 ft')
    await settle()
    expect(doc.conflict.value).toBeNull()
    expect(ways.put.mock.calls.at(-1)?.slice(0, 2)).toEqual([5, { name: 'Theirs', size: { length: '6 ft', width: '4 ft' } }])
    expect(doc.changedElsewhere.value).toBe(true)
    expect(doc.saveState.value).toBe('saved')
  })

  it('shows both versions where the same field was changed in two ways, and overwrites nothing', async () => {
    ways.put.mockImplementationOnce(() => no(412, { saved: at(5, { name: 'Theirs', size }) }))
    const doc = await open()
    doc.edit('name', 'Mine')
    await settle()
    expect(doc.conflict.value?.clashes).toEqual([{ field: 'name', mine: 'Mine', theirs: 'Theirs' }])
    expect(doc.saveState.value).toBe('stale')
    doc.edit('name', 'Mine still')
    await settle()
    expect(ways.put).toHaveBeenCalledTimes(1)
    await doc.resolve('saved')
    expect(doc.valueAt('name')).toBe('Theirs')
    expect(doc.saved.value?.revision).toBe(5)
  })

  it('puts mine on top from the newest revision when told to', async () => {
    ways.put.mockImplementationOnce(() => no(412, { saved: at(5, { name: 'Theirs', size }) }))
    const doc = await open()
    doc.edit('name', 'Mine')
    await settle()
    await doc.resolve('mine')
    await settle()
    expect(ways.put.mock.calls.at(-1)?.[0]).toBe(5)
    expect(doc.saveState.value).toBe('saved')
  })

  it('takes up again what was typed when the page was closed', async () => {
    kept.set('draft.b', JSON.stringify({ revision: 1, base: { name: 'North', size }, document: { name: 'Typed last night', size } }))
    const doc = await open()
    expect(doc.valueAt('name')).toBe('Typed last night')
    await settle()
    expect(doc.saveState.value).toBe('saved')
  })

  it('puts a draft of an older revision upon what the document is by now', async () => {
    ways.fetch.mockImplementation(() => ok(at(4, { name: 'Theirs', size })))
    kept.set('draft.b', JSON.stringify({ revision: 1, base: { name: 'North', size }, document: { name: 'North', size: { ...size, length: '6 ft' } } }))
    const doc = await open()
    expect(doc.draft.value).toEqual({ name: 'Theirs', size: { length: '6 ft', width: '4 ft' } })
    await settle()
    expect(ways.put.mock.calls.at(-1)?.[0]).toBe(4)
  })

  it('keeps a draft of its own beside that of another open tab, and takes up that of a closed one', async () => {
    const theirs = JSON.stringify({ revision: 1, base: { name: 'North', size }, document: { name: 'Of another tab', size } })
    kept.set('draft.b.other', theirs)
    held.add('acre-box.tab.other')
    const doc = await open()
    expect(doc.valueAt('name')).toBe('North')
    ways.check.mockResolvedValue('wrong')
    doc.edit('name', 'Mine')
    expect(kept.get('draft.b.other')).toBe(theirs)
    expect(kept.size).toBe(2)
    scope.stop()
    held.delete('acre-box.tab.other')
    for (const key of [...kept.keys()]) if (key !== 'draft.b.other') kept.delete(key)
    expect((await open()).valueAt('name')).toBe('Of another tab')
    expect(kept.has('draft.b.other')).toBe(false)
  })

  it('knows its own write again when its answer was lost and more was typed', async () => {
    const doc = await open()
    ways.put.mockImplementationOnce(() => no(0))
    doc.edit('name', 'First')
    await settle()
    ways.put.mockImplementationOnce(() => no(412, { saved: at(2, { name: 'First', size }) }))
    doc.edit('name', 'Second')
    await settle()
    expect(doc.conflict.value).toBeNull()
    expect(doc.changedElsewhere.value).toBe(false)
    expect(ways.put.mock.calls.at(-1)?.slice(0, 2)).toEqual([2, { name: 'Second', size }])
  })

  it('sends the same write by the same name until it is heard of', async () => {
    const doc = await open()
    ways.keepWaiting.mockRejectedValue(new Error('nothing is kept here'))
    ways.put.mockImplementationOnce(() => no(0))
    doc.edit('name', 'First')
    await settle()
    await vi.advanceTimersByTimeAsync(6000)
    const names = ways.put.mock.calls.map((call) => call[2])
    expect(names.length).toBe(2)
    expect(new Set(names).size).toBe(1)
    expect(doc.saveState.value).toBe('saved')
  })

  it('saves nothing where one may only look', async () => {
    const only = { ...ways, mayWrite: () => false }
    scope = effectScope()
    const doc = scope.run(() => useSaving<Doc>(only)) as ReturnType<typeof useSaving<Doc>>
    await doc.open()
    doc.edit('name', 'Mine')
    await settle()
    expect(ways.put).not.toHaveBeenCalled()
    expect(doc.saveState.value).toBe('looking')
    expect(kept.size).toBe(0)
  })

  it('drops a draft that nobody can read', async () => {
    kept.set('draft.b', '{"revision": 1}')
    const doc = await open()
    expect(doc.valueAt('name')).toBe('North')
    expect(kept.size).toBe(0)
  })

  it('leaves what is typed in line when the server is away', async () => {
    const doc = await open()
    ways.check.mockResolvedValue('away')
    doc.edit('name', 'South')
    await settle()
    expect(doc.saveState.value).toBe('offline')
    expect(ways.keepWaiting.mock.calls[0]?.[0]).toEqual({ revision: 1, base: { name: 'North', size }, document: { name: 'South', size } })
  })

  it('saves an edit though another question went before its check, as when the stage is changed at once', async () => {
    const doc = await open()
    ways.check.mockResolvedValueOnce('late')
    doc.edit('name', 'South')
    await settle()
    expect(ways.put).toHaveBeenCalledTimes(1)
    expect(doc.saveState.value).toBe('saved')
    ways.check.mockClear()
    const held = slow<'good'>()
    ways.check.mockImplementationOnce(() => held.promise)
    doc.edit('name', 'West')
    await vi.advanceTimersByTimeAsync(50)
    const flushed = doc.flush()
    held.answer('good')
    expect(await flushed).toBe(true)
    expect(ways.check).toHaveBeenCalledTimes(1)
  })

  it('saves what is typed when the page is left', async () => {
    const doc = await open()
    doc.edit('name', 'South')
    await vi.advanceTimersByTimeAsync(100)
    scope.stop()
    await settle()
    expect(ways.put).toHaveBeenCalledTimes(1)
  })

  it('shows the newest when it comes back to a page that was left open', async () => {
    const doc = await open()
    ways.fetch.mockImplementation(() => ok(at(7, { name: 'Newer', size })))
    await doc.look()
    expect(doc.valueAt('name')).toBe('Newer')
    expect(doc.changedElsewhere.value).toBe(true)
  })

  it('does not take its own undo, that is under way, for a change made elsewhere', async () => {
    const line = slow<Answer<Saved<Doc>>>()
    ways.fetch.mockImplementation(() => ok(at(2, { name: 'South', size })))
    ways.step.mockImplementationOnce(() => line.promise)
    const doc = await open()
    ways.fetch.mockImplementation(() => ok(at(3)))
    const undone = doc.step('undo')
    const looked = doc.look(3)
    await vi.advanceTimersByTimeAsync(50)
    line.answer({ ok: true, value: at(3) })
    await undone
    expect(await looked).toBeNull()
    expect(doc.changedElsewhere.value).toBe(false)
    expect(ways.fetch).toHaveBeenCalledTimes(1)
  })
})
