import { ref } from 'vue'

import type { Units } from '@/api/client'
import { stepOf, toStep } from './written'

/** What is held: a bed, a thing as a whole, or one corner of a thing or of the edge; `ring` is where it lies [mm]. */
export interface Held { what: 'bed' | 'thing' | 'corner'; key: string; ring: number[][] }
export interface Shift extends Held { dx: number; dy: number }
interface Room {
  /** Pixels a millimetre. */
  scale: () => number
  units: () => Units
  /** Where others lie: places along each axis that a dragged one catches on [mm]. */
  lines: (held: Held) => { xs: number[]; ys: number[] }
  moving: (shift: Shift) => void
  moved: (shift: Shift) => void
}
/** How near an edge a dragged one catches on it [px]. */
const CATCH = 8

/** How far a box is moved so that a side of it lies on the nearest line within reach, else to the step [mm]. */
export function caught(low: number, high: number, by: number, at: number[], reach: number, step: number): number {
  let best: number | null = null
  for (const line of at) {
    for (const side of [low, high]) {
      const off = line - (side + by)
      if (Math.abs(off) < reach && (best === null || Math.abs(off) < Math.abs(best))) best = off
    }
  }
  return best === null ? toStep(low + by, step) - low : by + best
}

/** Dragging over the plan with a pointer: what is held goes along, and catches on what lies near. */
export function useDragging(room: Room) {
  const shift = ref<Shift | null>(null)
  let from = { x: 0, y: 0 }
  function begin(held: Held, event: PointerEvent) {
    if (event.button !== 0) return
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
    from = { x: event.clientX, y: event.clientY }
    shift.value = { ...held, dx: 0, dy: 0 }
  }
  function go(event: PointerEvent) {
    const now = shift.value
    if (!now) return
    const [xs, ys] = [now.ring.map((p) => p[0] as number), now.ring.map((p) => p[1] as number)]
    const [bx, by] = [(event.clientX - from.x) / room.scale(), -(event.clientY - from.y) / room.scale()]
    const near = room.lines(now)
    const [reach, step] = [CATCH / room.scale(), stepOf(room.units())]
    const dx = caught(Math.min(...xs), Math.max(...xs), bx, near.xs, reach, step)
    const dy = caught(Math.min(...ys), Math.max(...ys), by, near.ys, reach, step)
    if (dx === now.dx && dy === now.dy) return
    shift.value = { ...now, dx, dy }
    room.moving(shift.value)
  }
  function end() {
    const was = shift.value
    shift.value = null
    if (was && (was.dx || was.dy)) room.moved(was)
  }
  /** What is held is let go of where it was. */
  const drop = () => (shift.value = null)
  return { shift, begin, go, end, drop }
}
