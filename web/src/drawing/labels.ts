import { polygonContains } from 'd3-polygon'

import type { View } from '@/api/client'
import type { Frame } from './scale'

type Shape = View['shapes'][number]
type Point = [number, number]

export interface Label {
  part: string
  x: number
  y: number
  upright: boolean
}

/** The least that a part must measure on paper to carry a letter [px], along and across it. */
const LONG = 22
const SHORT = 9
/** A letter is covered where most of its corners, so far from its middle [px], lie under parts drawn later. */
const CORNERS: Point[] = [[-4, -4], [4, -4], [-4, 4], [4, 4]]
const MOST_CORNERS = 3
/** What nothing is cut for has a name that starts so, and no letter. */
const STANDS = 'stands '

/** Labels stand on the parts that are wide enough for them, one a part: where the next part laid over it leaves it in
    sight, since what lies under another is found in the cut list and by pointing. */
export function labelsOf(view: View, frame: Frame): Label[] {
  const drawn = view.shapes.filter((s) => s.kind !== 'hidden' && s.kind !== 'guide').map((shape) => ({ shape, ring: onPaper(shape.points, frame) }))
  return drawn.flatMap(({ shape, ring }, n) => {
    const label = labelOn(shape, ring, frame)
    if (!label) return []
    const over = drawn.slice(n + 1).filter((o) => o.shape.part && o.shape.part !== shape.part)
    const covered = CORNERS.filter(([dx, dy]) => over.some((o) => polygonContains(o.ring, [label.x + dx, label.y + dy])))
    return covered.length >= MOST_CORNERS ? [] : [label]
  })
}

function labelOn(shape: Shape, ring: Point[], frame: Frame): Label | null {
  if (!shape.part || shape.part.startsWith(STANDS)) return null
  const xs = ring.map((p) => p[0])
  const ys = ring.map((p) => p[1])
  const [w, h] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)]
  if (Math.max(w, h) < LONG || Math.min(w, h) < SHORT) return null
  const middle: Point = [Math.min(...xs) + w / 2, Math.min(...ys) + h / 2]
  const holes = (shape.holes ?? []).map((hole) => onPaper(hole, frame))
  const within = polygonContains(ring, middle) && !holes.some((hole) => Math.min(spread(hole, 0), spread(hole, 1)) > LONG && polygonContains(hole, middle))
  const [x, y] = within ? middle : nearest([ring, ...holes], middle)
  return { part: shape.part, x, y, upright: h > w && w < 20 }
}

const onPaper = (points: number[][], frame: Frame): Point[] => points.map((p) => [frame.x(p[0] as number), frame.y(p[1] as number)])

const spread = (ring: Point[], axis: 0 | 1) => Math.max(...ring.map((p) => p[axis])) - Math.min(...ring.map((p) => p[axis]))

/** The point of some outlines that is nearest to another. */
function nearest(rings: Point[][], to: Point): Point {
  let best: Point = to
  let least = Infinity
  for (const ring of rings) {
    ring.forEach((a, n) => {
      const b = ring[(n + 1) % ring.length] as Point
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
      const along = Math.min(1, Math.max(0, ((to[0] - a[0]) * dx + (to[1] - a[1]) * dy) / (dx * dx + dy * dy || 1)))
      const on: Point = [a[0] + along * dx, a[1] + along * dy]
      const far = Math.hypot(on[0] - to[0], on[1] - to[1])
      if (far < least) [best, least] = [on, far]
    })
  }
  return best
}
