import { describe, expect, it } from 'vitest'

import { along, days, dayOf, paperOf, ROOM, upwards } from '@/chart/axes'
import { spread } from '@/stages/fill/spread'

describe('boxes beside the lines of a section', () => {
  it('stand at their lines where there is room', () => {
    expect(spread([300, 200, 100], 40, 0, 400)).toEqual([280, 180, 80])
  })
  it('make way for each other upwards, the lowest first', () => {
    expect(spread([300, 295, 290], 40, 0, 400)).toEqual([280, 240, 200])
  })
  it('come down again from the upper edge, and never overlap', () => {
    const at = spread([60, 50, 40], 40, 8, 400)
    expect(at).toEqual([88, 48, 8])
    at.slice(1).forEach((y, n) => expect((at[n] as number) - y).toBeGreaterThanOrEqual(40))
  })
  it('are none where there is no line', () => {
    expect(spread([], 40, 0, 400)).toEqual([])
  })
})

describe('the paper of a chart', () => {
  it('has its foot at nothing and room for the most', () => {
    const paper = paperOf(500)
    const y = upwards(paper, 755)
    expect(y(0)).toBe(paper.tall - ROOM.below)
    expect(y(755)).toBeGreaterThanOrEqual(ROOM.above)
    expect(upwards(paper, 0)(0)).toBe(paper.tall - ROOM.below)
  })
  it('runs from edge to edge', () => {
    const paper = paperOf(100)
    expect(paper.wide).toBe(260)
    expect(along(paper, 0, 5)(5)).toBe(paper.wide - ROOM.right)
    expect(days(paper, dayOf('2026-04-01'), dayOf('2026-09-30'))(dayOf('2026-04-01'))).toBe(ROOM.left)
  })
})
