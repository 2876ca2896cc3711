import type { Solids } from '@/api/client'

/* The core's surfaces as buffers to draw. Nothing of their shape is worked out here. */

type Part = Solids['parts'][number]

export interface Buffers {
  /** Corners of all triangles and ends of all edges [m], z up, one after the other. */
  surface: Float32Array
  edges: Float32Array
  /** For every triangle and every edge the part it belongs to. */
  triangleOf: Uint32Array
  edgeOf: Uint32Array
}

const METRES = 1 / 1000

/** All parts in one surface and one set of edges. */
export function buffersOf(parts: Part[]): Buffers {
  const count = (take: (p: Part) => number[]) => parts.reduce((sum, p) => sum + take(p).length, 0)
  const [corners, ends] = [count((p) => p.triangles), count((p) => p.edges)]
  const made: Buffers = { surface: new Float32Array(corners * 3), edges: new Float32Array(ends * 3), triangleOf: new Uint32Array(corners / 3), edgeOf: new Uint32Array(ends / 2) }
  let [corner, end] = [0, 0]
  parts.forEach((part, n) => {
    for (const point of part.triangles) {
      made.triangleOf[Math.floor(corner / 3)] = n
      lay(made.surface, corner++, part.points, point)
    }
    for (const point of part.edges) {
      made.edgeOf[Math.floor(end / 2)] = n
      lay(made.edges, end++, part.points, point)
    }
  })
  return made
}

function lay(into: Float32Array, place: number, points: number[], point: number) {
  for (let axis = 0; axis < 3; axis += 1) into[place * 3 + axis] = (points[point * 3 + axis] ?? 0) * METRES
}

/** The same points with every part moved its own way, `pulled` times as far as the core says. */
export function pulledApart(at: Float32Array, owner: Uint32Array, pointsEach: number, parts: Part[], pulled: number): Float32Array {
  if (!pulled) return at
  const moved = new Float32Array(at)
  for (let n = 0; n < moved.length; n += 1) {
    const part = parts[owner[Math.floor(n / (3 * pointsEach))] ?? 0]
    moved[n] = (moved[n] ?? 0) + (part?.apart[n % 3] ?? 0) * pulled
  }
  return moved
}
