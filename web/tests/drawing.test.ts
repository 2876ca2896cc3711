import { describe, expect, it } from 'vitest'

import type { Dimension, View } from '@/api/client'
import { aligned, chains, fit, frameAt } from '@/drawing/scale'
import { apart, cornersOf, pointsOf, type Part } from '@/solid/geometry'

const view = (dimensions: Dimension[] = []): View => ({
  name: 'plan', title: 'Plan', ground: null, dimensions,
  shapes: [{ kind: 'soil', part: null, role: 'soil', points: [[0, 0], [2000, 0], [2000, 1000], [0, 1000]] }],
})
const dimension = (name: string, start: [number, number], end: [number, number], side: Dimension['side'] = 'below', tier = 1): Dimension => ({ name, start, end, side, tier, length_mm: Math.hypot(end[0] - start[0], end[1] - start[1]) })

describe('a view on paper', () => {
  it('keeps its proportions and stays inside the paper', () => {
    const { frame, height } = fit(view([dimension('length', [0, 0], [2000, 0], 'below', 2)]), 700, 400)
    expect((frame.right - frame.left) / (frame.bottom - frame.top)).toBeCloseTo(2)
    expect(frame.left).toBeGreaterThan(0)
    expect(frame.right).toBeLessThan(700)
    expect(height).toBeLessThanOrEqual(400.001)
    expect(frame.y(1000)).toBeLessThan(frame.y(0))
  })

  it('makes room for what is drawn over it', () => {
    const plain = fit(view(), 700, 400)
    const bowed = fit(view(), 700, 400, [[1000, -600], [1000, 1600]])
    expect(bowed.frame.scale).toBeLessThan(plain.frame.scale)
  })

  it('is drawn to a given scale where one is asked for', () => {
    expect(frameAt(view(), 0.1).right).toBeCloseTo(201)
  })

  it('joins equal dimensions of one line into a chain', () => {
    const found = chains([dimension('posts', [0, 0], [500, 0]), dimension('posts', [500, 0], [1000, 0]), dimension('posts', [1000, 0], [1700, 0]), dimension('side', [0, 0], [1, 1], 'aligned')])
    expect(found.map((c) => [c.links.length, c.length])).toEqual([[2, 500], [1, 700]])
  })

  it('lays an aligned dimension outside the bed, its figure the right way up', () => {
    const { frame } = fit(view(), 700, 400)
    const front = aligned(dimension('front', [0, 0], [2000, 0], 'aligned'), frame)
    expect(front.y1).toBeGreaterThan(frame.y(0))
    const right = aligned(dimension('right', [2000, 0], [2000, 1000], 'aligned'), frame)
    expect(right.x1).toBeGreaterThan(frame.x(2000))
    const back = aligned(dimension('back', [2000, 1000], [0, 1000], 'aligned'), frame)
    expect(Math.abs(back.angle) % 360).toBeLessThanOrEqual(90)
  })
})

const board = (more: Partial<Part> = {}): Part => ({
  id: 'A1', label: 'A', name: 'front 1', role: 'wall board', stock: 'x', side: 'front', course: 2, length_mm: 1000, width_mm: 200, thickness_mm: 50,
  origin: [0, 0, 200], along: [1, 0, 0], face: [0, 0, 1], through: [0, 1, 0], ends: [{ mitre: 0, bevel: 0 }, { mitre: 0, bevel: 0 }], notches: [], faces: {}, ...more,
})

describe('the solid', () => {
  it('puts the corners of a part where the core has them, ends cut', () => {
    const mitred = cornersOf(board({ ends: [{ mitre: 45, bevel: 0 }, { mitre: 45, bevel: 0 }] }))
    const at = (n: number) => (mitred[n] as number[]).map((x) => Math.round(x))
    expect(at(0)).toEqual([0, 0, 200])
    expect(at(1)).toEqual([50, 50, 200])
    expect(at(7)).toEqual([950, 50, 400])
  })

  it('closes every part with faces that look outwards, whichever way it is turned', () => {
    for (const part of [board(), board({ along: [-1, 0, 0], origin: [1000, 0, 200] })]) {
      const { surface, edges } = pointsOf(part)
      expect(surface.length).toBe(36 * 3)
      expect(edges.length).toBe(24 * 3)
      let volume = 0
      for (let n = 0; n < surface.length; n += 9) {
        const [ax, ay, az, bx, by, bz, cx, cy, cz] = surface.slice(n, n + 9) as [number, number, number, number, number, number, number, number, number]
        volume += (ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)) / 6
      }
      expect(volume).toBeCloseTo(0.01)
    }
  })

  it('comes apart upwards by course and outwards by side; posts stay', () => {
    expect(apart(board(), 3)).toEqual([-0, -0.5, 1])
    expect(apart(board({ role: 'corner post', course: null }), 3)).toEqual([-0, -0, 0])
    expect(apart(board({ role: 'cap board', course: null, face: [0, 1, 0], through: [0, 0, 1] }), 3)[2]).toBe(3)
  })
})
