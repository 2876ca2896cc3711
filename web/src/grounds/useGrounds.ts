import { computed, ref, shallowRef, watch, type Ref } from 'vue'

import { api, type BedOnPlan, type Grounds, type Place, type SunMap, type Units } from '@/api/client'

/** A corner of what is chosen: the path of its row, where it lies [mm], and whether it may be dragged: what was measured
    in by tapes or off a wall is not. */
export interface Handle { path: string; x: number; y: number; free: boolean }
export type MapOf = 'none' | 'season' | number

/** The plan of a yard as the core draws it, the sun over it, and the place that is tried while a bed is dragged. */
export function useGrounds(yard: () => string | null, units: Ref<Units>) {
  const kept = shallowRef<Grounds | null>(null)
  const trouble = ref<string | null>(null)
  const tried = shallowRef<BedOnPlan | null>(null)
  const mapOf = ref<MapOf>('none')
  const map = shallowRef<SunMap | null>(null)

  let asked = 0
  /** Fetch the plan as it is now; a late answer is dropped. */
  async function load() {
    const id = yard()
    if (!id) return
    const mine = (asked += 1)
    const answer = await api.grounds(id, units.value)
    if (mine !== asked) return
    if (answer.ok) {
      kept.value = answer.value
      tried.value = null
      trouble.value = null
    } else trouble.value = answer.problem.detail
    if (mapOf.value !== 'none') await drawMap()
  }

  async function drawMap() {
    const id = yard()
    if (mapOf.value === 'none' || !id) {
      map.value = null
      return
    }
    const answer = await api.sunMap(id, mapOf.value === 'season' ? undefined : mapOf.value)
    if (answer.ok) map.value = answer.value
  }
  watch(mapOf, () => void drawMap())

  /** One place is asked about at a time; of those that come meanwhile, the last. */
  let asking = false
  let next: { bed: string; place: Place } | null = null
  async function tryPlace(bed: string, place: Place) {
    const id = yard()
    next = { bed, place }
    if (asking || !id) return
    asking = true
    while (next) {
      const now: { bed: string; place: Place } = next
      next = null
      const answer = await api.tryPlace(id, now.bed, now.place, units.value)
      if (answer.ok) tried.value = answer.value
    }
    asking = false
  }

  /** The beds as they stand, the one that is being dragged where it is tried. */
  const beds = computed<BedOnPlan[]>(() => (kept.value?.beds ?? []).map((b) => (tried.value?.id === b.id ? tried.value : b)))
  return { kept, beds, tried, trouble, mapOf, map, load, tryPlace }
}
