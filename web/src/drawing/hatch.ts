import type { View } from '@/api/client'
import type { Frame } from './scale'

type Shape = View['shapes'][number]

const SEEN: Record<string, string> = { sheet: 'sheet', stave: 'stave', sleeper: 'grain' }
const CUT: Record<string, string> = { sheet: 'sheet' }

/** The hatch of a shape: the layer's own, crossed for posts, end grain where cut, long grain where seen. */
export function hatchOf(prefix: string, shape: Shape): string {
  const { kind, role } = shape
  if (kind === 'fixing') return 'var(--ink)'
  if (kind === 'hidden') return 'none'
  const timber = role.includes('post') ? 'post' : kind === 'cut' ? (CUT[role] ?? 'end') : (SEEN[role] ?? 'grain')
  return `url(#${prefix}-${kind === 'layer' || kind === 'soil' ? role : timber})`
}

/** A ring [mm] as the points of an SVG polygon. */
export const svgPoints = (ring: number[][], frame: Frame) => ring.map((p) => `${frame.x(p[0] as number).toFixed(1)},${frame.y(p[1] as number).toFixed(1)}`).join(' ')
