import 'fake-indexeddb/auto'
import { held, no, ok } from './browser'

import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'

import { api, type Bed, type Design } from '@/api/client'
import { dropEdits, flush, onSent, put, waiting, waitingFor, type EditEntry, type TickEntry } from '@/state/outbox'
import { useTicks } from '@/state/useTicks'

const design = (name: string) => ({ name }) as unknown as Design
const bed = (revision: number, name = 'North', ticks: Bed['ticks'] = []) => ({ id: 'b', revision, design: design(name), ticks }) as unknown as Bed
const tick = (key: string, done = true): TickEntry => ({ kind: 'tick', id: `t-${key}-${done}`, bed: 'b', of: 'cut', key, done })
const edit = (id: string, name: string, revision = 1, tab = 'this'): EditEntry => ({ kind: 'edit', id, bed: 'b', tab, revision, base: design('North'), design: design(name) })
const calm = async () => {
  for (let n = 0; n < 30; n += 1) await new Promise((done) => setTimeout(done, 1))
}

describe('what waits until the line is back', () => {
  beforeEach(() => {
    vi.restoreAllMocks()
  })
  afterEach(async () => {
    vi.spyOn(api, 'tick').mockImplementation(() => ok(bed(1)))
    vi.spyOn(api, 'change').mockImplementation(() => ok(bed(2)))
    await flush()
    await calm()
    await flush()
  })

  it('is sent in order, each once, when the server can be reached', async () => {
    const away = vi.spyOn(api, 'tick').mockImplementation(() => no(0))
    for (const key of ['front 1', 'front 2', 'left 1']) await put(tick(key))
    await calm()
    expect(waiting.value).toBe(3)
    away.mockClear()
    away.mockImplementation(() => ok(bed(1)))
    await flush()
    await flush()
    expect(away.mock.calls.map((c) => c[2])).toEqual(['front 1', 'front 2', 'left 1'])
    expect(waiting.value).toBe(0)
  })

  it('keeps one edit a bed, the newest, from where the first began', async () => {
    const away = vi.spyOn(api, 'change').mockImplementation(() => no(0))
    await put(edit('one', 'S'))
    await calm()
    await put({ ...edit('two', 'South', 9), base: design('Other') })
    await calm()
    expect((await waitingFor('b')).map((e) => [e.id, (e as EditEntry).revision, (e as EditEntry).base.name])).toEqual([['two', 1, 'North']])
    away.mockImplementation((_, __, sent) => ok(bed(2, sent.name)))
    await flush()
    expect(away.mock.calls.at(-1)).toEqual(['b', 1, design('South'), 'two'])
  })

  it('tells who listens what the server said, also a refusal, and goes on', async () => {
    const heard: string[] = []
    const stop = onSent((entry, answer) => heard.push(`${entry.id} ${answer.ok ? 'sent' : answer.problem.status}`))
    vi.spyOn(api, 'change').mockImplementation(() => no(412, { saved: bed(5) }))
    vi.spyOn(api, 'tick').mockImplementation(() => ok(bed(1)))
    await put(edit('clash', 'S'))
    await put(tick('front 1'))
    await calm()
    expect(heard).toEqual(['clash 412', 't-front 1-true sent'])
    expect(waiting.value).toBe(0)
    stop()
  })

  it('leaves the edit of another open tab to that tab, and sends it when the tab is closed', async () => {
    const change = vi.spyOn(api, 'change').mockImplementation(() => ok(bed(2)))
    held.add('acre-box.tab.that')
    await put(edit('theirs', 'Theirs', 1, 'that'))
    await put(edit('mine', 'Mine'))
    await calm()
    expect(change.mock.calls.map((call) => call[3])).toEqual(['mine'])
    held.delete('acre-box.tab.that')
    await flush()
    await calm()
    expect(change.mock.calls.map((call) => call[3])).toEqual(['mine', 'theirs'])
  })

  it('keeps what waits while one has to sign in first, and names every tick', async () => {
    const send = vi.spyOn(api, 'tick').mockImplementation(() => no(401))
    await put(tick('front 1'))
    await calm()
    expect(waiting.value).toBe(1)
    send.mockImplementation(() => ok(bed(1)))
    await flush()
    await calm()
    expect(waiting.value).toBe(0)
    expect(send.mock.calls.at(-1)?.[5]).toBe('t-front 1-true')
  })

  it('tells of a tick that is refused', async () => {
    vi.spyOn(api, 'tick').mockImplementation(() => no(422, { problems: [{ field: 'key', value: 'x', message: 'Nothing of that name.', allowed: '' }] }))
    const scope = effectScope()
    const ticks = scope.run(() => useTicks('b', () => undefined)) as ReturnType<typeof useTicks>
    await ticks.tick('cut', 'x', true)
    await calm()
    expect(ticks.refused.value).toContain('Nothing of that name.')
    expect(ticks.ticked.value.has('cut/x')).toBe(false)
    scope.stop()
  })

  it('lets go of an edit that was sent past it', async () => {
    vi.spyOn(api, 'change').mockImplementation(() => no(0))
    await put(edit('one', 'S'))
    await calm()
    await dropEdits('b', 'this')
    expect(waiting.value).toBe(0)
  })

  it('shows ticks at once, those of the last visit too, and what the server has once it has them', async () => {
    const away = vi.spyOn(api, 'tick').mockImplementation(() => no(0))
    await put(tick('left 1'))
    await calm()
    const scope = effectScope()
    const changed = vi.fn()
    const ticks = scope.run(() => useTicks('b', changed)) as ReturnType<typeof useTicks>
    ticks.take(bed(1, 'North', [{ kind: 'cut', key: 'back 1', length_mm: 100 }]))
    await ticks.takeUp()
    await ticks.tick('cut', 'front 1', true, 2400)
    await ticks.tick('cut', 'back 1', false)
    expect([...ticks.ticked.value].sort()).toEqual(['cut/front 1', 'cut/left 1'])
    await calm()
    away.mockImplementation(() => ok(bed(1, 'North', [{ kind: 'cut', key: 'front 1', length_mm: 2400 }, { kind: 'cut', key: 'left 1', length_mm: null }])))
    await flush()
    expect([...ticks.ticked.value].sort()).toEqual(['cut/front 1', 'cut/left 1'])
    expect(changed).toHaveBeenCalled()
    // What was asked for before a tick was sent, and comes after it, does not take the tick back.
    ticks.take(bed(1), ticks.heard() - 1)
    expect(ticks.ticked.value.size).toBe(2)
    expect(away.mock.calls.at(-2)?.slice(1, 5)).toEqual(['cut', 'front 1', true, 2400])
    scope.stop()
  })
})
