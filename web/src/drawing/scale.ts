import type { Dimension, View } from '@/api/client'

/* How a view [mm, y up] is laid on paper [px, y down]. Only layout is worked out here; every length shown is the core's. */

export interface Frame {
  scale: number
  x: (mm: number) => number
  y: (mm: number) => number
  left: number
  right: number
  top: number
  bottom: number
}

const TIER = 24
const FIRST_TIER = 18
const EDGE = 16
/** Links under this share of a view may be too short for their figures. */
const SHORT = 0.12

/** How far from the view a dimension line of a tier lies [px]. */
export const tierAt = (tier: number) => FIRST_TIER + (tier - 1) * TIER

function room(view: View, side: Dimension['side']): number {
  const tiers = view.dimensions.filter((d) => d.side === side || d.side === 'aligned').map((d) => d.tier)
  if (!tiers.length) return EDGE
  // Figures of short links stand in a row of their own over their line.
  const { x0, x1 } = extent(view)
  const short = (side === 'above' || side === 'below') && tiers.length > 1 && view.dimensions.some((d) => d.side === side && d.length_mm < SHORT * (x1 - x0))
  return tierAt(Math.max(...tiers)) + EDGE + (short && side === 'above' ? ROW : 0)
}

function extent(view: View, more: number[][] = []) {
  const all = [...view.shapes.flatMap((s) => s.points), ...more]
  const xs = all.map((p) => p[0] as number)
  const ys = [...all.map((p) => p[1] as number), ...(typeof view.ground === 'number' ? [view.ground] : []), ...view.ground_line.map((p) => p[1] as number)]
  return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) }
}

/** The frame of points seen from above, in a width and at most a height [px], with a margin all round. */
export function frameOf(points: { x: number; y: number }[], width: number, most: number, margin: number) {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)]
  const [x0, x1, y0, y1] = points.length ? [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)] : [0, 2000, 0, 1000]
  const wide = Math.max(260, width || 600)
  const scale = Math.min((wide - 2 * margin) / Math.max(1, x1 - x0), most / Math.max(1, y1 - y0))
  return {
    wide, scale, tall: (y1 - y0) * scale + 2 * margin,
    x: (mm: number) => margin + (mm - x0) * scale, y: (mm: number) => margin + (y1 - mm) * scale,
    unx: (px: number) => x0 + (px - margin) / scale, uny: (px: number) => y1 - (px - margin) / scale,
  }
}

/** The frame of a view at a scale [px a mm], with no room around it but half a line. */
export function frameAt(view: View, scale: number): Frame {
  const { x0, x1, y0, y1 } = extent(view)
  const [right, bottom] = [(x1 - x0) * scale + 1, (y1 - y0) * scale + 1]
  return { scale, x: (mm) => 1 + (mm - x0) * scale, y: (mm) => 1 + (y1 - mm) * scale, left: 1, right, top: 1, bottom }
}

/** Fit a view, and more points over it, into a width and at most a height [px]; answers the frame and the height it takes. */
export function fit(view: View, width: number, most: number, more: number[][] = []): { frame: Frame; height: number } {
  const { x0, x1, y0, y1 } = extent(view, more)
  const margin = { left: room(view, 'left') + 10, right: room(view, 'right') + 10, above: room(view, 'above'), below: room(view, 'below') + 22 }
  const scale = Math.max(1e-4, Math.min((width - margin.left - margin.right) / (x1 - x0), (most - margin.above - margin.below) / (y1 - y0)))
  const drawn = (x1 - x0) * scale
  const left = margin.left + (width - margin.left - margin.right - drawn) / 2
  const height = (y1 - y0) * scale + margin.above + margin.below
  const frame: Frame = {
    scale,
    x: (mm) => left + (mm - x0) * scale,
    y: (mm) => margin.above + (y1 - mm) * scale,
    left,
    right: left + drawn,
    top: margin.above,
    bottom: margin.above + (y1 - y0) * scale,
  }
  return { frame, height }
}

/** An aligned dimension on paper: its line, off the wall on the outer side, and how its figure lies. */
export function aligned(d: Dimension, frame: Frame) {
  const [ax, ay, bx, by] = [frame.x(d.start[0]), frame.y(d.start[1]), frame.x(d.end[0]), frame.y(d.end[1])]
  const size = Math.hypot(bx - ax, by - ay) || 1
  // The walk has the bed on its left hand, y upwards; on paper y points down.
  const [nx, ny] = [-(by - ay) / size, (bx - ax) / size]
  const off = tierAt(d.tier) - 8
  const text = off + 10
  let angle = (Math.atan2(by - ay, bx - ax) * 180) / Math.PI
  if (angle > 90 || angle <= -90) angle += 180
  return { x1: ax + nx * off, y1: ay + ny * off, x2: bx + nx * off, y2: by + ny * off, ax, ay, bx, by, angle, size, x: (ax + bx) / 2 + nx * text, y: (ay + by) / 2 + ny * text }
}

/** About how wide a character of a figure is [px]. */
export const DIGIT = 7.6
const ROW = 14

/** In which row over its line every chain's figure stands, so that none runs into another: 0 where it fits between its own ends. */
export function figureRows(chains: Chain[], frame: Frame, textOf: (chain: Chain) => string): number[] {
  const taken = new Map<string, [number, number][]>()
  return chains.map((chain) => {
    if (chain.side === 'left' || chain.side === 'right') return 0
    const xs = chain.links.flatMap((d) => [frame.x(d.start[0] as number), frame.x(d.end[0] as number)])
    const [low, high] = [Math.min(...xs), Math.max(...xs)]
    const half = (textOf(chain).length * DIGIT) / 2
    if (high - low >= 2 * half || !chains.some((c) => c !== chain && c.side === chain.side && c.tier === chain.tier)) return 0
    const [from, to] = [(low + high) / 2 - half, (low + high) / 2 + half]
    for (let row = 1; ; row += 1) {
      const line = `${chain.side}:${chain.tier}:${row}`
      const there = taken.get(line) ?? []
      if (there.some(([a, b]) => from < b + 4 && to > a - 4)) continue
      taken.set(line, [...there, [from, to]])
      return row
    }
  })
}

/** How far over its line a figure of a row stands [px]. */
export const rowAt = (row: number) => row * ROW

export type Edge = Exclude<Dimension['side'], 'aligned'>

export interface Chain {
  name: string
  side: Edge
  tier: number
  length: number
  links: Dimension[]
}

/** Equal dimensions of one name in one line become a chain with one label: `3 × 1200`. */
export function chains(dimensions: Dimension[]): Chain[] {
  const found: Chain[] = []
  for (const d of dimensions) {
    if (d.side === 'aligned') continue
    const last = found.at(-1)
    if (last && last.name === d.name && last.side === d.side && last.tier === d.tier && Math.abs(last.length - d.length_mm) < 0.5) last.links.push(d)
    else found.push({ name: d.name, side: d.side, tier: d.tier, length: d.length_mm, links: [d] })
  }
  return found
}
