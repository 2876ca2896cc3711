import type { Plan } from '@/api/client'

export type Part = Plan['parts'][number]
type Vector = [number, number, number]

const slope = (degrees: number) => Math.tan((degrees * Math.PI) / 180)
/* Corners are numbered 4·end + 2·(top of the face) + (far side of the thickness), as the core numbers them. */
const FACES = [[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]] as const

/** The eight corners of a part in place [mm], its ends cut. */
export function cornersOf(part: Part): Vector[] {
  const [start, end] = part.ends
  const corners: Vector[] = []
  for (const far of [false, true]) {
    const cut = far ? end : start
    for (const v of [0, part.width_mm]) {
      for (const w of [0, part.thickness_mm]) {
        const slip = slope(cut?.mitre ?? 0) * w + slope(cut?.bevel ?? 0) * v
        const u = far ? part.length_mm - slip : slip
        corners.push([0, 1, 2].map((i) => (part.origin[i] ?? 0) + (part.along[i] ?? 0) * u + (part.face[i] ?? 0) * v + (part.through[i] ?? 0) * w) as Vector)
      }
    }
  }
  return corners
}

/** Positive where length, face and thickness turn as x, y and z do; else its faces must be walked the other way round. */
function handedness({ along: a, face: f, through: t }: Part): number {
  const [ax = 0, ay = 0, az = 0] = a
  const [fx = 0, fy = 0, fz = 0] = f
  const [tx = 0, ty = 0, tz = 0] = t
  return (ay * fz - az * fy) * tx + (az * fx - ax * fz) * ty + (ax * fy - ay * fx) * tz
}

const EDGES = [[0, 1], [2, 3], [4, 5], [6, 7], [0, 2], [1, 3], [4, 6], [5, 7], [0, 4], [1, 5], [2, 6], [3, 7]] as const
export const CORNERS_A_PART = FACES.length * 6
export const TRIANGLES_A_PART = FACES.length * 2

/** Points [m] of a part's surface, triangle by triangle with flat faces, and of its edges, z up. */
export function pointsOf(part: Part): { surface: number[]; edges: number[] } {
  const corners = cornersOf(part).map((c) => c.map((mm) => mm / 1000))
  const mirrored = handedness(part) < 0
  const at = (corner: number) => corners[corner] as number[]
  return {
    surface: FACES.flatMap(([a, b, c, d]) => (mirrored ? [a, c, b, a, d, c] : [a, b, c, a, c, d]).flatMap(at)),
    edges: EDGES.flatMap(([a, b]) => [...at(a), ...at(b)]),
  }
}

/** Which way a part moves when the bed is pulled apart, per metre of pulling: up by its course, outwards from its side. */
export function apart(part: Part, courses: number): Vector {
  const flat = (v: readonly number[]) => Math.abs(v[2] ?? 0) < 0.5
  const inward = flat(part.through) ? part.through : part.face
  const up = part.course !== null && part.course !== undefined ? part.course - 1 : /cap|top rail|seat/.test(part.role) ? courses : 0
  const out = /tie|sleeve|post/.test(part.role) ? 0 : /bracket|seat/.test(part.role) ? 0.8 : 0.5
  const sign = /seat board|seat rail/.test(part.role) ? 1 : -1
  return [sign * out * (inward[0] ?? 0), sign * out * (inward[1] ?? 0), up]
}
