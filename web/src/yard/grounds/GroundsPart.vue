<script setup lang="ts">
import { NCollapse, NCollapseItem } from 'naive-ui'
import { computed, onMounted, ref, watch } from 'vue'

import type { BedOnPlan, Place } from '@/api/client'
import { useSheet } from '@/state/sheet'
import { typeset } from '@/measure/print'
import EdgeRows from './EdgeRows.vue'
import GroundsDrawing from './GroundsDrawing.vue'
import PlaceRows from './PlaceRows.vue'
import ThingRows from './ThingRows.vue'
import { useGrounds, type MapOf } from './useGrounds'
import { written } from './written'

/** The plan of the yard: drawn, and beside it all that is drawn as rows to type in. */
const props = defineProps<{ yard: string; changes: number; looks: Record<string, string[]> }>()
const { edit, valueAt, units } = useSheet()
const { kept, beds: stood, tried, trouble, mapOf, map, load, tryPlace } = useGrounds(props.yard, units)
onMounted(() => void load())
watch([() => props.changes, units], () => void load())
/** The beds as they stand, each with what needs a look there: of one that is dragged, where it is tried. */
const beds = computed(() => stood.value.map((b) => (b === tried.value ? b : { ...b, needs_a_look: props.looks[b.id] ?? [] })))
const chosen = ref<string | null>(null)
const drawn = computed(() => Boolean(kept.value?.edge || kept.value?.things.length || kept.value?.beds.some((b) => b.site?.placed)))

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']
const asked = (value: string): MapOf => (value === 'none' || value === 'season' ? value : Number(value))

/** Where a bed stands when it is moved by so much: what it followed it follows no more. */
function placeBy(id: string, dx: number, dy: number, turn = 0): Place | null {
  const bed = kept.value?.beds.find((b) => b.id === id)
  const at = bed?.site?.ring[0] && cornerOf(bed)
  if (!bed?.site || !at) return null
  const now = valueAt(`places.${id}`) as Place | undefined
  return { ...(now?.top ? { top: now.top } : {}), x: written(at.x + dx, units.value), y: written(at.y + dy, units.value), turn: Math.round((((bed.site.turn + turn + 540) % 360) - 180) * 10) / 10 } as Place
}
/** The front left corner of a bed's box: for what has corners its first, for a round one that of its box. */
function cornerOf(bed: BedOnPlan): { x: number; y: number } | null {
  const typed = valueAt(`places.${bed.id}`) as { x?: string | number; follow?: unknown } | undefined
  const ring = bed.site?.ring ?? []
  if (!typed || !ring.length) return null
  const a = ((bed.site?.turn ?? 0) * Math.PI) / 180
  const [c, s] = [Math.cos(a), Math.sin(a)]
  // Along the bed's own axes its box begins at the least of each.
  const us = ring.map((p) => (p[0] as number) * c - (p[1] as number) * s)
  const vs = ring.map((p) => (p[0] as number) * s + (p[1] as number) * c)
  const [u, v] = [Math.min(...us), Math.min(...vs)]
  return { x: u * c + v * s, y: -u * s + v * c }
}
function moving(id: string, dx: number, dy: number) {
  const place = placeBy(id, dx, dy)
  if (place) void tryPlace(id, place)
}
function moved(id: string, dx: number, dy: number) {
  const place = placeBy(id, dx, dy)
  if (place) edit(`places.${id}`, place)
}
function turned(id: string, by: number) {
  const place = placeBy(id, 0, 0, by)
  if (place) edit(`places.${id}`, place)
}
</script>

<template>
  <section class="grounds-part" aria-labelledby="grounds-title">
    <h2 id="grounds-title">The plan of the yard</h2>
    <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
    <template v-if="kept">
      <p v-if="!drawn" class="faint">Draw the yard, and it is worked out how much sun each bed has, who gets round it, and what must stay free.</p>
      <template v-else>
        <p class="bar no-print">
          <label for="sun-of">Sun on the ground</label>
          <select id="sun-of" class="pick" :value="String(mapOf)" :disabled="!kept.sunny" @change="mapOf = asked(($event.target as HTMLSelectElement).value)">
            <option value="none">not shown</option><option value="season">over the months of growing</option>
            <option v-for="(m, n) in MONTHS" :key="m" :value="String(n + 1)">on 21 {{ m }}</option>
          </select>
          <span v-if="!kept.sunny" class="faint">The place of the yard has no latitude yet.</span>
          <span v-else-if="map" class="legend"><span v-for="(text, n) in ['under 2 h', '2', '4', '6', '8', '10 and more']" :key="text" :class="`lit-${n}`">{{ text }}</span></span>
        </p>
        <GroundsDrawing :plan="kept" :beds="beds" :map="map" :units="units" :chosen="chosen" @choose="chosen = $event" @moving="moving" @moved="moved" @turned="turned" />
        <p v-for="m in kept.misfits" :key="m.where + m.says" class="look">{{ m.where.replaceAll('.', ' ') }}: {{ typeset(m.says) }}.</p>
      </template>
      <n-collapse class="no-print" :default-expanded-names="drawn ? [] : ['edge']" display-directive="if">
        <n-collapse-item name="beds" title="Where each bed stands"><PlaceRows :yard="yard" :plan="kept" :beds="beds" :units="units" :chosen="chosen" @choose="chosen = $event" /></n-collapse-item>
        <n-collapse-item name="things" title="What stands in the yard"><ThingRows :plan="kept" :units="units" /></n-collapse-item>
        <n-collapse-item name="edge" title="The edge of the yard"><EdgeRows :units="units" /></n-collapse-item>
      </n-collapse>
    </template>
    <p v-else class="faint" role="status">Drawing the plan …</p>
  </section>
</template>

<style scoped>
.grounds-part { padding-bottom: 12px; border-bottom: 2px solid var(--ink); margin-bottom: 8px; min-width: 0; }
.bar { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; padding: 6px 0; }
.legend { display: inline-flex; flex-wrap: wrap; }
.legend span { padding: 2px 8px; font: 13px var(--figures); position: relative; isolation: isolate; }
.legend span::before { content: ''; position: absolute; inset: 0; z-index: -1; background: var(--timber); }
.legend .lit-0::before { background: var(--ink); opacity: 0.42; }
.legend .lit-1::before { background: var(--ink); opacity: 0.28; }
.legend .lit-2::before { background: var(--ink); opacity: 0.14; }
.legend .lit-3::before { opacity: 0.3; }
.legend .lit-4::before { opacity: 0.6; }
.legend .lit-5::before { opacity: 0.9; }
.look { border-left: 4px solid var(--rust); padding-left: 8px; color: var(--rust); font-size: 14px; }
</style>
