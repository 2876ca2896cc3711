import type { View } from '@/api/client'
import type { Frame } from './scale'

type Shape = View['shapes'][number]

/** How a shape is filled: plain ink, nothing, or the hatch that the core names. */
export function hatchOf(prefix: string, shape: Shape): string {
  if (shape.hatch === 'solid') return 'var(--ink)'
  return shape.hatch === 'none' ? 'none' : `url(#${prefix}-${shape.hatch})`
}

const at = (p: readonly number[], frame: Frame) => `${frame.x(p[0] as number).toFixed(1)} ${frame.y(p[1] as number).toFixed(1)}`

/** A ring [mm] as the points of an SVG line. */
export const svgPoints = (ring: number[][], frame: Frame) => ring.map((p) => at(p, frame)).join(',')

/** A shape as an SVG path: its outline with the round parts as arcs, its holes cut out (fill-rule evenodd). */
export function svgPath(shape: Pick<Shape, 'points' | 'holes' | 'arcs'>, frame: Frame): string {
  const points = shape.points
  const steps: string[] = points.map((p, n) => `${n ? 'L' : 'M'}${at(p, frame)}`)
  for (const arc of shape.arcs ?? []) {
    const middle = Math.floor((arc.first + arc.last) / 2)
    for (const [from, to] of [[arc.first, middle], [middle, arc.last]] as const) {
      for (let n = from + 1; n < to; n += 1) steps[n] = ''
      steps[to] = arcTo(points, from, to, arc.radius * frame.scale, frame)
    }
    // A whole circle is closed by an arc too; a shape whose points merely all lie on one is closed by its chord.
    const whole = arc.first === 0 && arc.last === points.length - 1 && gap(points, arc.last, 0) < 2 * gap(points, 0, 1)
    if (whole) steps.push(arcTo(points, arc.last, 0, arc.radius * frame.scale, frame))
  }
  const holes = (shape.holes ?? []).map((hole) => `M${hole.map((p) => at(p, frame)).join('L')}Z`)
  return `${steps.join('')}Z${holes.join('')}`
}

const gap = (points: number[][], a: number, b: number) => Math.hypot((points[a]?.[0] ?? 0) - (points[b]?.[0] ?? 0), (points[a]?.[1] ?? 0) - (points[b]?.[1] ?? 0))

/** An arc of at most half a circle; paper turns the sense round, since its y points down. */
function arcTo(points: number[][], from: number, to: number, radius: number, frame: Frame): string {
  const [a, b] = [points[from], points[to]] as [number[], number[]]
  const between = to > from ? (points[Math.floor((from + to) / 2)] as number[]) : a
  const turn = ((between[0] as number) - (a[0] as number)) * ((b[1] as number) - (a[1] as number)) - ((between[1] as number) - (a[1] as number)) * ((b[0] as number) - (a[0] as number))
  return `A${radius.toFixed(1)} ${radius.toFixed(1)} 0 0 ${turn > 0 ? 0 : 1} ${at(b, frame)}`
}
