import { describe, expect, it } from 'vitest'

import type { Dimension, Solids, View } from '@/api/client'
import { aligned, chains, fit, frameAt } from '@/drawing/scale'
import { hatchOf, svgPath } from '@/drawing/hatch'
import { buffersOf, pulledApart } from '@/solid/geometry'

const view = (dimensions: Dimension[] = []): View => ({
  name: 'plan', title: 'Plan', ground: null, ground_line: [], dimensions,
  shapes: [{ kind: 'soil', part: null, role: 'soil', hatch: 'soil', holes: [], arcs: [], points: [[0, 0], [2000, 0], [2000, 1000], [0, 1000]] }],
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

describe('a shape on paper', () => {
  const frame = frameAt(view(), 1)
  const ring = (radius: number) => Array.from({ length: 96 }, (_, n) => [1000 + radius * Math.cos((n * Math.PI) / 48), 500 + radius * Math.sin((n * Math.PI) / 48)] as [number, number])

  it('is filled with the hatch that the core names', () => {
    const [shape] = view().shapes
    expect(shape && hatchOf('plan', shape)).toBe('url(#plan-soil)')
    expect(shape && hatchOf('plan', { ...shape, hatch: 'none' })).toBe('none')
    expect(shape && hatchOf('plan', { ...shape, hatch: 'solid' })).toBe('var(--ink)')
  })

  it('has its holes cut out', () => {
    const path = svgPath({ points: [[0, 0], [10, 0], [10, 10], [0, 10]], holes: [[[2, 2], [4, 2], [4, 4]]], arcs: [] }, frame)
    expect(path.match(/M/g)).toHaveLength(2)
    expect(path.match(/Z/g)).toHaveLength(2)
  })

  it('draws a circle as arcs of its own radius and nothing else', () => {
    const path = svgPath({ points: ring(300), holes: [], arcs: [{ first: 0, last: 95, centre: [1000, 500], radius: 300 }] }, frame)
    expect(path).not.toContain('L')
    expect(path.match(/A300\.0 300\.0/g)).toHaveLength(3)
  })

  it('turns an arc the way its points go', () => {
    const half = ring(300).slice(0, 49)
    const up = svgPath({ points: half, holes: [], arcs: [{ first: 0, last: 48, centre: [1000, 500], radius: 300 }] }, frame)
    const down = svgPath({ points: [...half].reverse(), holes: [], arcs: [{ first: 0, last: 48, centre: [1000, 500], radius: 300 }] }, frame)
    expect(up).toContain(' 0 0 0 ')
    expect(down).toContain(' 0 0 1 ')
  })
})

describe('the solid', () => {
  const part = (id: string, x: number): Solids['parts'][number] => ({ id, material: 'timber', points: [x, 0, 0, x + 1000, 0, 0, x, 1000, 0, x, 0, 1000], triangles: [0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3], edges: [0, 1, 0, 2], apart: [0, -0.5, 1] })
  const parts = [part('A1', 0), part('B1', 2000)]

  it('lays the core\'s surfaces one after the other, in metres, each triangle with its part', () => {
    const made = buffersOf(parts)
    expect(made.surface).toHaveLength(2 * 4 * 9)
    expect([...made.triangleOf]).toEqual([0, 0, 0, 0, 1, 1, 1, 1])
    expect([...made.edgeOf]).toEqual([0, 0, 1, 1])
    expect([...made.surface.slice(36, 39)]).toEqual([2, 0, 0])
  })

  it('comes apart the way the core says, and lies as it was when it is not pulled', () => {
    const made = buffersOf(parts)
    expect(pulledApart(made.surface, made.triangleOf, 3, parts, 0)).toBe(made.surface)
    const moved = pulledApart(made.surface, made.triangleOf, 3, parts, 0.4)
    expect((moved[1] ?? 0) - (made.surface[1] ?? 0)).toBeCloseTo(-0.2)
    expect((moved[2] ?? 0) - (made.surface[2] ?? 0)).toBeCloseTo(0.4)
  })
})
