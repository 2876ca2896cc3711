import { describe, expect, it } from 'vitest'

import { setNames } from '@/grounds/names'
import { caught } from '@/grounds/useDragging'
import { stepOf, toStep, written } from '@/grounds/written'

describe('what is dragged over the plan', () => {
  it('catches with either side on the nearest line within reach', () => {
    expect(caught(1000, 2000, 480, [2500, 1400], 100, 50)).toBe(500)
    expect(caught(1000, 2000, 430, [2500, 1400], 100, 50)).toBe(400)
    expect(caught(1000, 2000, -990, [0], 100, 50)).toBe(-1000)
  })
  it('goes by steps where nothing lies near', () => {
    expect(caught(1000, 2000, 333, [9000], 100, 50)).toBe(350)
    expect(caught(1013, 2013, 333, [], 100, 50)).toBe(337)
  })
  it('is written as one types it, on either side of the beginning', () => {
    expect(written(1234.4, 'metric')).toBe('1234 mm')
    expect(written(-50, 'metric')).toBe('-50 mm')
    expect(written(25.4 * 30.5, 'imperial')).toBe('30 1/2 in')
    expect(written(-25.4 / 2, 'imperial')).toBe('-0 1/2 in')
    expect(toStep(26, stepOf('metric'))).toBe(50)
    expect(toStep(26, stepOf('imperial'))).toBeCloseTo(50.8)
  })
})

describe('names on the plan', () => {
  const at = (x: number, y: number) => ({ x, y })
  it('stand in the first place that is free', () => {
    const found = setNames([
      { key: 'a', text: 'Bean row', places: [at(100, 100)] },
      { key: 'b', text: 'Tap', places: [at(100, 104), at(100, 130)] },
      { key: 'c', text: 'Gate', places: [at(100, 96)] },
      { key: 'd', text: 'Chosen', places: [at(100, 100)], always: true },
    ])
    expect(found.get('b')).toEqual(at(100, 130))
    expect(found.has('c')).toBe(false)
    expect(found.get('d')).toEqual(at(100, 100))
  })
})
