import { computed, ref, type Ref, type ShallowRef } from 'vue'

import type { Grounds, Units } from '@/api/client'
import type { Handle } from '@/grounds/useGrounds'
import { written } from '@/grounds/written'

/** What the edge of the yard is called where a thing is chosen. */
export const EDGE = 'yard'
interface Spot { by?: string }
type Sheet = { edit: (path: string, value: unknown) => void; valueAt: (path: string) => unknown }

/** The corners of the thing that is chosen, or of the edge, and what dragging them writes. */
export function useCorners(kept: ShallowRef<Grounds | null>, units: Ref<Units>, { edit, valueAt }: Sheet) {
  const thing = ref<string | null>(null)
  const pathOf = (name: string): string | null => {
    if (name === EDGE) return valueAt('outline') ? 'outline' : null
    const at = ((valueAt('things') as { name: string }[] | undefined) ?? []).findIndex((t) => t.name === name)
    return at < 0 ? null : `things.${at}.at`
  }
  const cornersOf = (name: string) => (name === EDGE ? kept.value?.edge : kept.value?.things.find((t) => t.name === name)?.corners) ?? []
  const free = (spot: Spot | undefined) => !spot?.by || spot.by === 'xy'
  const spots = (path: string) => (valueAt(path) as Spot[] | undefined) ?? []
  const handles = computed<Handle[]>(() => {
    const path = thing.value && pathOf(thing.value)
    if (!path || !thing.value) return []
    const corners = cornersOf(thing.value)
    const rows = spots(path)
    return rows.length === corners.length ? corners.map((c, n) => ({ path: `${path}.${n}`, x: c[0] as number, y: c[1] as number, free: free(rows[n]) })) : []
  })
  /** A thing moves as a whole where none of its corners was measured in from something else. */
  const movable = computed(() => thing.value !== EDGE && handles.value.length > 0 && handles.value.every((h) => h.free))
  const at = (h: Handle, dx: number, dy: number) => ({ ...(valueAt(h.path) as object), by: 'xy', x: written(h.x + dx, units.value), y: written(h.y + dy, units.value) })

  function cornerMoved(path: string, dx: number, dy: number) {
    const held = handles.value.find((h) => h.path === path)
    if (held) edit(path, at(held, dx, dy))
  }
  function thingMoved(name: string, dx: number, dy: number) {
    const path = pathOf(name)
    if (path && name === thing.value) edit(path, handles.value.map((h) => at(h, dx, dy)))
  }
  return { thing, handles, movable, cornerMoved, thingMoved }
}
