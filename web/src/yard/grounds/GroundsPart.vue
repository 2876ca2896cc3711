<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, onMounted, reactive, ref, watch } from 'vue'

import type { Place } from '@/api/client'
import { useSheet } from '@/state/sheet'
import { typeset } from '@/measure/print'
import Fold from '@/sheet/Fold.vue'
import EdgeRows from './EdgeRows.vue'
import GroundsDrawing from '@/grounds/GroundsDrawing.vue'
import PlaceRows from './PlaceRows.vue'
import ThingRows from './ThingRows.vue'
import SunPicker from '@/grounds/SunPicker.vue'
import SunTable from '@/grounds/SunTable.vue'
import { EDGE, useCorners } from './useCorners'
import { useGrounds } from '@/grounds/useGrounds'
import { written } from '@/grounds/written'

/** The plan of the yard: drawn, and beside it all that is drawn as rows to type in. */
const props = defineProps<{ yard: string; changes: number; looks: Record<string, string[]>; states: Record<string, string> }>()
const { edit, valueAt, units } = useSheet()
const { kept, beds: stood, tried, trouble, mapOf, map, load, tryPlace } = useGrounds(() => props.yard, units)
onMounted(() => void load())
watch([() => props.changes, units], () => void load())
/** The beds as they stand, each with what needs a look there: of one that is dragged, where it is tried. */
const beds = computed(() => stood.value.map((b) => (b === tried.value ? b : { ...b, needs_a_look: props.looks[b.id] ?? [] })))
const chosen = ref<string | null>(null)
const drawn = computed(() => Boolean(kept.value?.edge || kept.value?.things.length || kept.value?.beds.some((b) => b.site?.placed)))

/* Beds that are moved on before the plan with their new places is there: where each stands by then. */
interface At { x: number; y: number; turn: number }
const ahead = new Map<string, At & { place: Place }>()
/** Whether a place is still the one that was written here: then the bed stands where it was moved to, whatever the plan shows yet. */
const still = (now: Place, was: Place) => !now.follow && now.x === was.x && now.y === was.y && Number(now.turn ?? 0) === Number(was.turn ?? 0)
/** Where a bed stands by now, and where when it is moved by so much: what it followed it follows no more. */
function placeBy(id: string, by: Partial<At>): { at: At; place: Place } | null {
  const site = kept.value?.beds.find((b) => b.id === id)?.site
  const now = valueAt(`places.${id}`) as Place | undefined
  if (!site?.placed || !now) return null
  const last = ahead.get(id)
  const [x, y] = site.corner as [number, number]
  const from = last && still(now, last.place) ? last : { x, y, turn: site.turn }
  const at = { x: from.x + (by.x ?? 0), y: from.y + (by.y ?? 0), turn: Math.round((((from.turn + (by.turn ?? 0) + 540) % 360) - 180) * 10) / 10 }
  return { at, place: { ...(now.top ? { top: now.top } : {}), x: written(at.x, units.value), y: written(at.y, units.value), turn: at.turn } as Place }
}
function moving(id: string, x: number, y: number) {
  const found = placeBy(id, { x, y })
  if (found) void tryPlace(id, found.place)
}
function settle(id: string, by: Partial<At>) {
  const found = placeBy(id, by)
  if (!found) return
  edit(`places.${id}`, found.place)
  ahead.set(id, { ...found.at, place: found.place })
  void tryPlace(id, found.place)
}

/* What is chosen besides a bed: a thing by its place in the list, or the edge. */
const { thing, handles, movable, thingMoved, cornerMoved } = useCorners(kept, units, { edit, valueAt })
const open = reactive({ beds: false, sun: false, things: false, edge: false })
function choose(bed: string | null) {
  chosen.value = bed
  if (bed) open.beds = true
}
function chooseThing(name: string) {
  thing.value = name
  open.things = true
}
watch(kept, (now) => now && !drawn.value && (open.edge = true))
watch(() => open.edge, (now) => (thing.value = now ? EDGE : null))
const print = () => window.print()
</script>

<template>
  <section class="grounds-part" aria-labelledby="grounds-title">
    <h2 id="grounds-title">The plan of the yard</h2>
    <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
    <template v-if="kept">
      <p v-if="!drawn" class="faint">Draw the yard, and it is worked out how much sun each bed has, who gets round it, and what must stay free.</p>
      <template v-else>
        <SunPicker :of="mapOf" :map="map" :sunny="kept.sunny" @ask="mapOf = $event"><span class="grow" /><n-button quaternary size="small" @click="print">Print the plan</n-button></SunPicker>
        <GroundsDrawing
          :plan="kept" :beds="beds" :map="map" :month="mapOf" :units="units" :chosen="chosen" :thing="thing" :movable="movable" :handles="handles" :states="states"
          @choose="choose" @moving="moving" @moved="(bed, x, y) => settle(bed, { x, y })" @turned="(bed, turn) => settle(bed, { turn })" @choose-thing="chooseThing" @thing-moved="thingMoved" @corner-moved="cornerMoved"
        />
        <p v-for="m in kept.misfits" :key="m.where + m.says" class="look">{{ m.where }}: {{ typeset(m.says) }}.</p>
      </template>
      <div class="no-print">
        <Fold v-model:open="open.beds" class="part" title="Where each bed stands"><PlaceRows :yard="yard" :plan="kept" :beds="beds" :units="units" :chosen="chosen" @choose="choose" /></Fold>
        <Fold v-model:open="open.sun" class="part" title="Sun by month, bed by bed"><SunTable :beds="beds" /></Fold>
        <Fold v-model:open="open.things" class="part" title="What stands in the yard"><ThingRows :plan="kept" :units="units" :chosen="thing" @choose="thing = $event" /></Fold>
        <Fold v-model:open="open.edge" class="part" title="The edge of the yard"><EdgeRows :units="units" /></Fold>
      </div>
      <div class="print-only"><SunTable :beds="beds" /></div>
    </template>
    <p v-else class="faint" role="status">Drawing the plan …</p>
  </section>
</template>

<style scoped>
.grounds-part { padding-bottom: 12px; border-bottom: 2px solid var(--ink); margin-bottom: 8px; min-width: 0; }
.grow { flex: 1; }
.part { border-top: 1px solid var(--rule); }
.look { border-left: 4px solid var(--rust); padding-left: 8px; color: var(--rust); font-size: 14px; }
</style>
