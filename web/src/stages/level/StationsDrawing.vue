<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import ScaleBar from '@/drawing/ScaleBar.vue'
import { printLength, typeset } from '@/measure/print'
import { DATUM, useReadings } from './useReadings'

/** The bed from above with its stations: what was read, what is next, what is dug or packed there. A station that is pressed
    is read next. */
const { id, plan, units } = useThisBed()
const { kept, job, station, asked, counted } = useReadings(id)
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const MARGIN = 70
const places = computed(() => Object.entries(kept.value?.places ?? {}).map(([name, at]) => ({ name, x: at[0] as number, y: at[1] as number })))
const frame = computed(() => {
  const [xs, ys] = [places.value.map((p) => p.x), places.value.map((p) => p.y)]
  const [x0, x1, y0, y1] = xs.length ? [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)] : [0, 2000, 0, 1000]
  const wide = Math.max(260, width.value || 600)
  const scale = Math.min((wide - 2 * MARGIN) / Math.max(1, x1 - x0), 420 / Math.max(1, y1 - y0))
  return { wide, scale, tall: (y1 - y0) * scale + 2 * MARGIN + 60, x: (mm: number) => MARGIN + (mm - x0) * scale, y: (mm: number) => MARGIN + (y1 - mm) * scale }
})
const ring = computed(() => (plan.value?.setting_out?.pegs ?? []).filter((p) => !p.off_mm).map((p) => `${frame.value.x(p.x_mm)},${frame.value.y(p.y_mm)}`).join(' '))
const round = computed(() => (ring.value ? '' : places.value.map((p) => `${frame.value.x(p.x)},${frame.value.y(p.y)}`).join(' ')))
const readAt = (name: string) => counted.value.filter((r) => r.station === name).at(-1)?.written
const todo = (name: string) => plan.value?.ground?.stations.find((s) => s.name === name)
const says = (name: string) => {
  const s = todo(name)
  if (job.value !== 'ground' || !s) return readAt(name) ?? ''
  return s.dig_mm > 0.5 ? `dig ${printLength(s.dig_mm, units.value)}` : s.pack_mm > 0.5 ? `pack ${printLength(s.pack_mm, units.value)}` : 'as it is'
}
/** Words stand outside the bed: over or under it, or beside it where its middle is. */
function outward(p: { x: number; y: number }): { x: number; y: number; anchor: 'start' | 'middle' | 'end' } {
  const [x, y] = [frame.value.x(p.x), frame.value.y(p.y)]
  const [dx, dy] = [x - frame.value.wide / 2, y - (frame.value.tall - 60) / 2]
  if (Math.abs(dy) < 20 && Math.abs(dx) > 20) return { x: x + Math.sign(dx) * 16, y, anchor: dx < 0 ? 'end' : 'start' }
  return { x: x + Math.sign(Math.round(dx / 8)) * 14, y: dy > 0 ? y + 24 : y - 34, anchor: 'middle' }
}
</script>

<template>
  <div ref="box" class="stations">
    <svg v-if="kept" :width="frame.wide" :height="frame.tall" :viewBox="`0 0 ${frame.wide} ${frame.tall}`" role="group" aria-label="The stations round the bed">
      <polygon class="bed" :points="ring || round" />
      <g
        v-for="p in places" :key="p.name" :class="['station', { next: station === p.name, read: readAt(p.name) }]" :data-place="p.name" role="button" tabindex="0" :aria-label="`${p.name} ${typeset(says(p.name))}. Read it next.`" :aria-current="station === p.name"
        @click="asked = p.name" @keydown.enter="asked = p.name" @keydown.space.prevent="asked = p.name"
      >
        <circle class="hit" :cx="frame.x(p.x)" :cy="frame.y(p.y)" r="22" />
        <circle :cx="frame.x(p.x)" :cy="frame.y(p.y)" :r="station === p.name ? 11 : 7" />
        <text aria-hidden="true" :x="outward(p).x" :y="outward(p).y" :text-anchor="outward(p).anchor">{{ `${p.name} ` }}</text>
        <text v-if="says(p.name)" aria-hidden="true" class="says" :x="outward(p).x" :y="outward(p).y + 14" :text-anchor="outward(p).anchor">{{ typeset(says(p.name)) }}</text>
      </g>
      <g :class="['station', { next: station === DATUM }]" aria-hidden="true"><rect x="14" :y="frame.tall - 52" width="14" height="14" /><text x="34" :y="frame.tall - 41" text-anchor="start">{{ DATUM }}, the datum</text></g>
      <ScaleBar :scale="frame.scale" :x="MARGIN" :y="frame.tall - 12" :units="units" />
    </svg>
    <p v-else class="faint" role="status">Fetching the readings …</p>
  </div>
</template>

<style scoped>
svg { display: block; max-width: 100%; }
.bed { fill: var(--earth); fill-opacity: 0.4; stroke: var(--post-line); stroke-width: 3; stroke-linejoin: round; }
.station { cursor: pointer; outline: none; }
.station circle, .station rect { fill: var(--paper); stroke: var(--ink); stroke-width: 2; }
.station .hit { fill: transparent; stroke: none; }
.station.read circle:not(.hit) { fill: var(--ink); }
.station.next circle:not(.hit), .station.next rect { fill: var(--chalk); stroke: var(--chalk); }
.station:focus-visible circle:not(.hit) { stroke: var(--chalk); stroke-width: 4; }
text { font-size: 13px; fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 3px; }
.says { font: 13px var(--figures); }
</style>
