<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import ScaleBar from '@/drawing/ScaleBar.vue'
import { frameOf } from '@/drawing/scale'
import { written } from '@/grounds/written'
import { printLength, typeset } from '@/measure/print'
import { DATUM, useReadings } from './useReadings'

/** The bed from above with its stations, or with what is taped between its corners: what was read, what is next, what is dug
    or packed there. What is pressed is read next; a station that has no place yet is put where the drawing is pressed. */
const { id, plan, units } = useThisBed()
const { kept, job, station, asked, counted, tapes, nowhere, spot } = useReadings(id)
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const MARGIN = 70
const BELOW = 60
/** How much room the words of a tape take [px], and where along its line they can stand. */
const WORDS = { wide: 66, tall: 17 }
const SHARES = [0.5, 0.38, 0.62, 0.28, 0.72, 0.2, 0.8]
interface Place { name: string; x: number; y: number }
/** The stations whose place is known: those of the readings, and what the bed is planned on besides. */
const places = computed((): Place[] => {
  const read = Object.entries(kept.value?.places ?? {}).map(([name, at]) => ({ name, x: at[0] as number, y: at[1] as number }))
  const planned = (plan.value?.ground?.stations ?? []).filter((s) => !read.some((r) => r.name === s.name)).map((s) => ({ name: s.name, x: s.x_mm, y: s.y_mm }))
  return [...read, ...planned]
})
const frame = computed(() => frameOf(places.value, width.value, 420, MARGIN))
/** Under the stations lie the datum and the scale. */
const tall = computed(() => frame.value.tall + BELOW)
const ring = computed(() => (plan.value?.setting_out?.pegs ?? []).filter((p) => !p.off_mm).map((p) => `${frame.value.x(p.x_mm)},${frame.value.y(p.y_mm)}`).join(' '))
const round = computed(() => (ring.value ? '' : places.value.map((p) => `${frame.value.x(p.x)},${frame.value.y(p.y)}`).join(' ')))
/** What is taped, each along its own line; those that are not read yet are dashed. */
const lines = computed(() => {
  if (job.value !== 'tape') return []
  const taken: Dot[] = places.value.filter((p) => kept.value?.corners.includes(p.name)).map(outward)
  return tapes.value.map((t) => {
    const [a, b] = [t.start, t.end].map((c) => kept.value?.places[c] ?? [0, 0]).map(([x, y]) => ({ x: frame.value.x(x as number), y: frame.value.y(y as number) })) as [Dot, Dot]
    const along = (share: number) => ({ x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share })
    // Words of lines that cross stand apart: the first place along the line where there is room.
    const clear = (at: Dot) => taken.every((one) => Math.abs(one.x - at.x) > WORDS.wide || Math.abs(one.y - at.y) > WORDS.tall)
    const middle = SHARES.map(along).find(clear) ?? along(0.5)
    taken.push(middle)
    return { ...t, a, b, middle }
  })
})
interface Dot { x: number; y: number }
/** Where the station that has no place yet was put. */
function put(event: MouseEvent) {
  if (!nowhere.value) return
  const drawing = (event.currentTarget as SVGSVGElement).getBoundingClientRect()
  const { unx, uny } = frame.value
  spot.value = { right: written(unx(event.clientX - drawing.left), units.value), back: written(uny(event.clientY - drawing.top), units.value) }
}
const readAt = (name: string) => counted.value.filter((r) => r.station === name).at(-1)?.written
const todo = (name: string) => plan.value?.ground?.stations.find((s) => s.name === name)
const says = (name: string) => {
  const s = todo(name)
  if (job.value === 'tape') return ''
  if (job.value !== 'ground' || !s) return readAt(name) ?? ''
  if (!s.carries) return typeset(s.says)
  return s.dig_mm > 0.5 ? `dig ${printLength(s.dig_mm, units.value)}` : s.pack_mm > 0.5 ? `pack ${printLength(s.pack_mm, units.value)}` : 'as it is'
}
interface Words { x: number; y: number; anchor: 'start' | 'middle' | 'end' }
/** Words stand outside the bed: over or under it, or beside it where its middle is. */
function outward(p: { x: number; y: number }): Words {
  const [x, y] = [frame.value.x(p.x), frame.value.y(p.y)]
  const [dx, dy] = [x - frame.value.wide / 2, y - frame.value.tall / 2]
  if (Math.abs(dy) < 20 && Math.abs(dx) > 20) return { x: x + Math.sign(dx) * 16, y, anchor: dx < 0 ? 'end' : 'start' }
  return { x: x + Math.sign(Math.round(dx / 8)) * 14, y: dy > 0 ? y + 24 : y - 34, anchor: 'middle' }
}
/** What is to be done stands under the name of a place; where that is beside the bed and has little room, inside. */
function under(p: { x: number; y: number }): Words {
  const { x, y, anchor } = outward(p)
  if (anchor === 'middle') return { x, y: y + 14, anchor }
  return anchor === 'end' ? { x: x + 32, y: y + 5, anchor: 'start' } : { x: x - 32, y: y + 5, anchor: 'end' }
}
</script>

<template>
  <div ref="box" class="stations">
    <svg v-if="kept" :width="frame.wide" :height="tall" :viewBox="`0 0 ${frame.wide} ${tall}`" role="group" :aria-label="job === 'tape' ? 'What is taped between the corners' : 'The stations round the bed'" :class="{ put: nowhere }" @click="put">
      <polygon class="bed" :points="ring || round" />
      <g
        v-for="t in lines" :key="t.name" :class="['tape', { next: station === t.name, read: readAt(t.name) }]" :data-tape="t.name" role="button" tabindex="0" :aria-label="`${t.name}${readAt(t.name) ? `, ${typeset(readAt(t.name) ?? '')}` : ''}. Tape it next.`" :aria-current="station === t.name"
        @click="asked = t.name" @keydown.enter="asked = t.name" @keydown.space.prevent="asked = t.name"
      >
        <line class="hit" :x1="t.a.x" :y1="t.a.y" :x2="t.b.x" :y2="t.b.y" /><line :x1="t.a.x" :y1="t.a.y" :x2="t.b.x" :y2="t.b.y" />
        <text v-if="readAt(t.name)" aria-hidden="true" class="says" :x="t.middle.x" :y="t.middle.y - 4" text-anchor="middle">{{ typeset(readAt(t.name) ?? '') }}</text>
      </g>
      <g v-if="job === 'tape'" aria-hidden="true"><template v-for="p in places" :key="p.name"><circle v-if="kept.corners.includes(p.name)" :cx="frame.x(p.x)" :cy="frame.y(p.y)" r="5" /><text v-if="kept.corners.includes(p.name)" :x="outward(p).x" :y="outward(p).y" :text-anchor="outward(p).anchor">{{ p.name }}</text></template></g>
      <g
        v-for="p in job === 'tape' ? [] : places" :key="p.name" :class="['station', { next: station === p.name, read: readAt(p.name) }]" :data-place="p.name" role="button" tabindex="0" :aria-label="`${p.name} ${typeset(says(p.name))}. Read it next.`" :aria-current="station === p.name"
        @click="asked = p.name" @keydown.enter="asked = p.name" @keydown.space.prevent="asked = p.name"
      >
        <circle class="hit" :cx="frame.x(p.x)" :cy="frame.y(p.y)" r="22" />
        <circle :cx="frame.x(p.x)" :cy="frame.y(p.y)" :r="station === p.name ? 11 : 7" />
        <text aria-hidden="true" :x="outward(p).x" :y="outward(p).y" :text-anchor="outward(p).anchor">{{ `${p.name} ` }}</text>
        <text v-if="says(p.name)" aria-hidden="true" class="says" :x="under(p).x" :y="under(p).y" :text-anchor="under(p).anchor">{{ typeset(says(p.name)) }}</text>
      </g>
      <g v-if="job !== 'tape'" :class="['station', { next: station === DATUM }]" aria-hidden="true"><rect x="14" :y="tall - 52" width="14" height="14" /><text x="34" :y="tall - 41" text-anchor="start">{{ DATUM }}, the datum</text></g>
      <ScaleBar :scale="frame.scale" :x="MARGIN" :y="tall - 12" :units="units" />
    </svg>
    <p v-else class="faint" role="status">Fetching the readings …</p>
  </div>
</template>

<style scoped>
svg { display: block; max-width: 100%; }
.bed { fill: var(--earth); fill-opacity: 0.4; stroke: var(--post-line); stroke-width: 3; stroke-linejoin: round; }
.put { cursor: crosshair; }
.tape { cursor: pointer; outline: none; }
.tape line { stroke: var(--post-line); stroke-width: 2; stroke-dasharray: 5 5; }
.tape.read line { stroke: var(--ink); stroke-dasharray: none; }
.tape.next line { stroke: var(--chalk); stroke-width: 4; }
.tape:focus-visible line { stroke: var(--chalk); stroke-width: 6; }
.tape .hit { stroke: transparent !important; stroke-width: 18 !important; stroke-dasharray: none; }
.station { cursor: pointer; outline: none; }
.station circle, .station rect { fill: var(--paper); stroke: var(--ink); stroke-width: 2; }
.station .hit { fill: transparent; stroke: none; }
.station.read circle:not(.hit) { fill: var(--ink); }
.station.next circle:not(.hit), .station.next rect { fill: var(--chalk); stroke: var(--chalk); }
.station:focus-visible circle:not(.hit) { stroke: var(--chalk); stroke-width: 4; }
text { font-size: 13px; fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 3px; }
.says { font: 13px var(--figures); }
</style>
