import { computed, ref, shallowRef } from 'vue'

import { api, sayRefusal } from '@/api/client'
import { useThisBed } from '@/bed/useBed'

/** The line over a layer: which layer (as the plan has them), what it is called, its height and how high that is over the
    floor [mm], and between which heights it can be drawn. */
export interface Boundary {
  n: number
  says: string
  z: number
  over: number
  low: number
  high: number
  typed?: string
}

/** Lines are drawn in steps of so much [mm]: what a tape is read to. */
const STEPS = { metric: 5, imperial: 6.35 }
const LARGE = 5
const SETTLE_MS = 350
const LEAST_MM = 5

/** The lines between the layers of the bed being worked on: drawn, stepped by key, or typed; the core says what follows. */
export function useBoundaries() {
  const { id, draft, plan, units, edit } = useThisBed()
  const held = shallowRef<{ n: number; z: number } | null>(null)
  const trouble = ref<{ n: number; words: string; typed: string } | null>(null)
  let timer: number | undefined

  const boundaries = computed<Boundary[]>(() => {
    const layers = plan.value?.fill?.layers ?? []
    const base = layers[0]?.base_mm ?? 0
    return layers.map((layer, n) => {
      const z = layer.base_mm + layer.depth_mm
      const above = layers[n + 1]
      return {
        n, z, over: z - base, says: above ? `top of ${layer.name}` : 'top of the fill', low: layer.base_mm + LEAST_MM, high: above ? above.base_mm + above.depth_mm - LEAST_MM : z + (draftGap() ?? 0),
        typed: trouble.value?.n === n ? trouble.value.typed : undefined,
      }
    })
  })
  /** How far the uppermost can rise: up to the rim. */
  function draftGap(): number | undefined {
    const gap = plan.value?.understood['fill.gap']
    return gap && 'amount' in gap ? Number(gap.amount) : undefined
  }

  const stepped = (mm: number, base: number) => {
    const step = STEPS[units.value]
    return base + Math.round((mm - base) / step) * step
  }

  /** Draw a line to a height [mm], within what the layers beside it leave. */
  function drag(n: number, z: number) {
    const b = boundaries.value[n]
    if (!b) return
    held.value = { n, z: Math.min(b.high, Math.max(b.low, stepped(z, b.z - b.over))) }
  }

  async function drop(n: number) {
    const at = held.value
    const b = boundaries.value[n]
    if (!at || !b) return
    if (Math.abs(at.z - b.z) > 0.5) await move(n, at.z - (b.z - b.over), '')
    held.value = null
  }

  /** A key on a line: so many steps, let go after a while; Escape puts it back. */
  function press(n: number, event: KeyboardEvent) {
    const b = boundaries.value[n]
    const by = { ArrowUp: 1, ArrowDown: -1, PageUp: LARGE, PageDown: -LARGE }[event.key]
    if (!b) return
    if (event.key === 'Escape') {
      window.clearTimeout(timer)
      held.value = null
    }
    if (by === undefined) return
    event.preventDefault()
    const from = held.value?.n === n ? held.value.z : b.z
    drag(n, from + by * STEPS[units.value] * (event.shiftKey ? LARGE : 1))
    window.clearTimeout(timer)
    timer = window.setTimeout(() => void drop(n), SETTLE_MS)
  }

  const type = (n: number, text: string) => move(n, text, text)

  async function move(n: number, to: string | number, typed: string) {
    if (!draft.value) return
    const answer = await api.moveBoundary(draft.value, n, to, { bed: id })
    if (!answer.ok) {
      trouble.value = { n, typed, words: sayRefusal(answer.problem) }
      return
    }
    trouble.value = null
    for (const change of answer.value) edit(change.path, change.value)
  }

  return { boundaries, held, trouble, drag, drop, press, type }
}
