import { describe, expect, it, vi } from 'vitest'

import { api, type Asked, type Offer, type Plan, type Stage } from '@/api/client'
import { fetchedOnce } from '@/bed/useFetched'
import { mainStock, titleOf } from '@/bed/useOffers'
import { stageState, useStages } from '@/bed/useStages'

const settled = () => new Promise((resolve) => setTimeout(resolve))
const stage = (key: string, open: boolean): Stage => ({ key, name: key, says: '', ticks: [], open, chapters: [] })
const plan = (more: Partial<Plan> = {}) => ({ watch_outs: [], ticks: [{ stage: 'bench', kind: 'cut', key: 'a' }, { stage: 'bench', kind: 'cut', key: 'b' }], ...more }) as unknown as Plan
const bed = (...keys: string[]) => new Set(keys.map((key) => `cut/${key}`))

describe('how far a stage has come', () => {
  it('follows what is ticked off of what the core says can be', () => {
    expect(stageState('bench', plan(), bed())).toBe('not begun')
    expect(stageState('bench', plan(), bed('a'))).toBe('in hand')
    expect(stageState('bench', plan(), bed('a', 'b', 'of another bed'))).toBe('done')
  })

  it('is done where nothing is ticked, and needs a look before all else', () => {
    expect(stageState('shape', plan(), bed())).toBe('done')
    const seen = [{ stage: 'bench', level: 'fix', accepted: null }] as unknown as Plan['watch_outs']
    expect(stageState('bench', plan({ watch_outs: seen }), bed('a', 'b'))).toBe('needs a look')
    const accepted = [{ stage: 'bench', level: 'fix', accepted: 'it is fine' }, { stage: 'bench', level: 'note', accepted: null }] as unknown as Plan['watch_outs']
    expect(stageState('bench', plan({ watch_outs: accepted }), bed('a', 'b'))).toBe('done')
  })

  it('is asked of the open stages alone, in the order of work', async () => {
    vi.spyOn(api, 'stages').mockResolvedValue({ ok: true, value: [stage('site', false), stage('shape', true), stage('bench', true)] })
    const stages = useStages()
    await settled()
    expect(stages.value.map((s) => s.key)).toEqual(['shape', 'bench'])
  })
})

describe('what is fetched once', () => {
  it('is asked for once, and again after a failure', async () => {
    const ask = vi.fn().mockResolvedValueOnce({ ok: false, problem: {} }).mockResolvedValue({ ok: true, value: 7 })
    const use = fetchedOnce<number>(ask)
    use()
    use()
    await settled()
    expect(ask).toHaveBeenCalledTimes(1)
    expect(use().value).toBeNull()
    await settled()
    expect(use().value).toBe(7)
    use()
    expect(ask).toHaveBeenCalledTimes(2)
  })
})

describe('offers', () => {
  const asked = (path: string, kind: Asked['kind']) => ({ path, kind }) as unknown as Asked
  const offers = [{ kind: 'boards', title: 'Boards on posts', questions: [asked('height', 'own'), asked('construction.board', 'timber'), asked('construction.post', 'timber')] }] as unknown as Offer[]

  it('give a construction its name, and its kind where none is known', () => {
    expect(titleOf(offers, 'boards')).toBe('Boards on posts')
    expect(titleOf(offers, 'cone')).toBe('cone')
  })

  it('name what a bed is mainly made of', () => {
    expect(mainStock(offers[0])?.path).toBe('construction.board')
    expect(mainStock(undefined)).toBeUndefined()
  })
})
