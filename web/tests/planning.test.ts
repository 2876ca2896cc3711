import { no, ok, slow } from './browser'

import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, shallowRef } from 'vue'

import { api, type Answer, type Design, type FieldProblem, type Plan } from '@/api/client'
import { usePlanning } from '@/state/usePlanning'

const design = (name: string) => ({ name }) as unknown as Design
type Fresh = Plan & { marks: Record<string, string> }
const fresh = (more: object, marks: Record<string, string>) => ({ name: 'North', units: 'metric', ...more, marks }) as unknown as Fresh

describe('the plan of a draft', () => {
  const problems = shallowRef<FieldProblem[]>([])
  const begin = () => effectScope().run(() => usePlanning('b', problems)) as ReturnType<typeof usePlanning>
  beforeEach(() => {
    vi.restoreAllMocks()
    problems.value = []
  })

  it('asks for the chapters on the screen and says which it has', async () => {
    const plan = vi.spyOn(api, 'plan').mockImplementation(() => ok(fresh({ totals: { cost: 1 }, outside: {} }, { totals: 'a1', outside: 'b1' })))
    const planning = begin()
    await planning.show(['totals', 'outside'], null)
    expect(await planning.ask(design('A'))).toBe('good')
    plan.mockImplementation(() => ok(fresh({ totals: { cost: 2 } }, { totals: 'a2', outside: 'b1' })))
    await planning.ask(design('B'))
    expect(plan.mock.calls[1]?.[1]).toMatchObject({ bed: 'b', chapters: ['totals', 'outside'], have: { totals: 'a1', outside: 'b1' } })
    expect(planning.plan.value).toMatchObject({ totals: { cost: 2 }, outside: {} })
  })

  it('lets go of chapters of another design that are not on the screen', async () => {
    vi.spyOn(api, 'plan').mockImplementationOnce(() => ok(fresh({ totals: {}, strength: {} }, { totals: 'a', strength: 's' }))).mockImplementation(() => ok(fresh({ totals: {} }, { totals: 'b' })))
    const planning = begin()
    await planning.show(['totals', 'strength'], null)
    await planning.ask(design('A'))
    await planning.show(['totals'], design('A'))
    await planning.ask(design('B'))
    expect(planning.has(['totals'])).toBe(true)
    expect(planning.has(['strength'])).toBe(false)
  })

  it('fetches what is looked at besides, with every edit, until nobody looks any more', async () => {
    const plan = vi.spyOn(api, 'plan').mockImplementation(() => ok(fresh({ totals: {} }, { totals: 'a' })))
    const planning = begin()
    await planning.show(['totals'], null)
    await planning.ask(design('A'))
    plan.mockImplementation(() => ok(fresh({ sides: { elevations: [] } }, { totals: 'a', sides: 's' })))
    await planning.alsoShow('sides', true, design('A'))
    expect(planning.has(['totals', 'sides'])).toBe(true)
    await planning.ask(design('B'))
    expect(plan.mock.lastCall?.[1].chapters).toEqual(['totals', 'sides'])
    await planning.alsoShow('sides', false, design('B'))
    await planning.ask(design('C'))
    expect(plan.mock.lastCall?.[1].chapters).toEqual(['totals'])
    expect(plan).toHaveBeenCalledTimes(4)
  })

  it('drops an answer that comes late', async () => {
    const late = slow<Answer<Fresh>>()
    vi.spyOn(api, 'plan').mockImplementationOnce(() => late.promise).mockImplementation(() => ok(fresh({ totals: { cost: 2 } }, { totals: 'b' })))
    const planning = begin()
    await planning.show(['totals'], null)
    const first = planning.ask(design('A'))
    await planning.ask(design('B'))
    late.answer({ ok: true, value: fresh({ totals: { cost: 1 } }, { totals: 'a' }) })
    expect(await first).toBe('late')
    expect(planning.plan.value).toMatchObject({ totals: { cost: 2 } })
  })

  it('keeps the last good plan when a draft cannot be planned', async () => {
    const plan = vi.spyOn(api, 'plan').mockImplementation(() => ok(fresh({ totals: {} }, { totals: 'a' })))
    const planning = begin()
    await planning.show(['totals'], null)
    await planning.ask(design('A'))
    const before = planning.plan.value
    plan.mockImplementation(() => no(422, { problems: [{ field: 'outline.length', value: '0', message: 'No.', allowed: 'more' }] }))
    expect(await planning.ask(design('B'))).toBe('wrong')
    expect(planning.plan.value).toBe(before)
    expect(problems.value[0]?.field).toBe('outline.length')
    plan.mockImplementation(() => no(0))
    expect(await planning.ask(design('C'))).toBe('away')
    expect(planning.trouble.value).toBe('no')
  })

  it('asks again for what could not be had, until it is there or something else is asked', async () => {
    vi.useFakeTimers()
    const plan = vi.spyOn(api, 'plan').mockImplementation(() => no(0))
    const planning = begin()
    await planning.show(['totals'], null)
    expect(await planning.ask(design('A'))).toBe('away')
    await vi.advanceTimersByTimeAsync(4000)
    expect(plan).toHaveBeenCalledTimes(2)
    plan.mockImplementation(() => ok(fresh({ totals: {} }, { totals: 'a' })))
    await vi.advanceTimersByTimeAsync(4000)
    expect(planning.has(['totals'])).toBe(true)
    expect(planning.trouble.value).toBeNull()
    await vi.advanceTimersByTimeAsync(20_000)
    expect(plan).toHaveBeenCalledTimes(3)
    // What is refused for good is not asked again; nor is what was asked before something newer.
    plan.mockImplementationOnce(() => no(404)).mockImplementationOnce(() => no(0))
    expect(await planning.ask(design('B'))).toBe('away')
    await vi.advanceTimersByTimeAsync(20_000)
    expect(plan).toHaveBeenCalledTimes(4)
    await planning.ask(design('C'))
    await planning.ask(design('D'))
    await vi.advanceTimersByTimeAsync(20_000)
    expect(plan.mock.calls.map(([asked]) => asked.name)).toEqual(['A', 'A', 'A', 'B', 'C', 'D'])
    vi.useRealTimers()
  })

  it('fetches workings once somebody looks, and again after a change', async () => {
    const plan = vi.spyOn(api, 'plan').mockImplementation((_, asked) => ok(fresh({ totals: { working: asked.workings ? { cost: {} } : {} } }, { totals: 'a' })))
    const planning = begin()
    await planning.show(['totals'], null)
    await planning.ask(design('A'))
    await planning.wantWorkings()
    await planning.wantWorkings()
    expect(plan).toHaveBeenCalledTimes(2)
    expect(planning.hasWorkings.value).toBe(true)
    await planning.ask(design('B'))
    expect(planning.hasWorkings.value).toBe(false)
  })
})
