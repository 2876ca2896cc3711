<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import type { PlannedStick, Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'

/** How one stick is cut: squaring trim, pieces, kerfs, what is left; drawn to the longest stick's scale. A piece is
    ticked off by pressing it. */
const props = defineProps<{ stick: PlannedStick; madeOf: 'timber' | 'sheet' | 'metal'; longest: number; units: Units; pointed: string | null; done: Set<string> }>()
const emit = defineEmits<{ point: [label: string | null]; tick: [piece: Piece, done: boolean] }>()
type Piece = PlannedStick['pieces'][number]

const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const H = 44
/** The box in a piece [px], where there is room for it. */
const BOX = 16
/** How wide a character of a caption is [px]. */
const CHARACTER = 8.5
const isDone = (p: Piece) => props.done.has(`cut/${p.key}`)
/** What the box and its gaps take beside a caption [px]. */
const BESIDE = BOX + 8
/** The height of a caption [px]: what it takes of a piece where it stands on end. */
const TALL = 15
const scale = computed(() => Math.max(200, width.value || 480) / props.longest)
const at = (mm: number) => mm * scale.value
const end = computed(() => {
  const last = props.stick.pieces.at(-1)
  return last ? last.start_mm + last.length_mm : props.stick.trim_mm
})
const fits = (text: string, mm: number, beside = 0) => text.length * CHARACTER + 6 + beside < at(mm)
const boxed = (p: Piece) => fits(p.label, p.length_mm, BESIDE)
/** A piece too short for its name lying beside a box has it alone, one shorter still has it on end. */
const upright = (p: Piece) => !fits(p.label, p.length_mm)
function caption(p: Piece) {
  const long = `${p.label} ${printLength(p.length_mm, props.units)}`
  return typeset(fits(long, p.length_mm, BESIDE) ? long : at(p.length_mm) > TALL ? p.label : '')
}
const middle = (p: Piece) => at(p.start_mm + p.length_mm / 2) + (boxed(p) ? (BOX + 6) / 2 : 0)
const press = (p: Piece) => emit('tick', p, !isDone(p))
const cuts = computed(() => props.stick.pieces.filter((p) => p.start_mm + p.length_mm < props.stick.length_mm - 0.05).map((p) => p.start_mm + p.length_mm))
</script>

<template>
  <div ref="box" class="stick" :class="madeOf">
    <svg :width="at(longest)" :height="H + 2" :viewBox="`0 0 ${at(longest)} ${H + 2}`" role="group" :aria-label="`Stick ${stick.number}: ${stick.pieces.map((p) => p.label).join(', ')}`">
      <rect class="left-over" :x="0.5" y="1" :width="at(stick.length_mm) - 1" :height="H" />
      <rect v-if="stick.trim_mm" class="trim" :x="0.5" y="1" :width="Math.max(2, at(stick.trim_mm))" :height="H" />
      <g
        v-for="p in stick.pieces" :key="p.key" class="piece tick" :class="{ pointed: pointed === p.label || pointed === p.group, done: isDone(p) }" role="checkbox" tabindex="0" :aria-checked="isDone(p)" :aria-label="`${p.label} cut, ${printLength(p.length_mm, units)}`"
        @mouseenter="emit('point', p.label)" @mouseleave="emit('point', null)" @focus="emit('point', p.label)" @blur="emit('point', null)" @click="press(p)" @keydown.space.prevent="press(p)" @keydown.enter.prevent="press(p)"
      >
        <rect class="body" :x="at(p.start_mm) + 0.5" y="1" :width="at(p.length_mm) - 1" :height="H" />
        <g v-if="boxed(p)" :transform="`translate(${at(p.start_mm) + 7} ${(H - BOX) / 2 + 1})`">
          <rect class="box" :width="BOX" :height="BOX" />
          <path v-if="isDone(p)" class="mark" d="M3 8.5 L6.8 12.5 L13.5 3.5" />
        </g>
        <text v-if="upright(p)" :transform="`translate(${middle(p) + 5} ${H / 2 + 1}) rotate(-90)`">{{ caption(p) }}</text>
        <text v-else :x="middle(p)" :y="H / 2 + 6">{{ caption(p) }}</text>
      </g>
      <rect v-for="c in cuts" :key="c" class="kerf" :x="at(c)" y="0" :width="Math.max(1.6, at(stick.kerf_mm))" :height="H + 2" />
      <text v-if="fits('off-cut', stick.length_mm - end)" class="over" :x="at((end + stick.length_mm) / 2)" :y="H / 2 + 6">{{ stick.offcut_name ?? 'waste' }}</text>
    </svg>
  </div>
</template>

<style scoped>
svg { display: block; max-width: 100%; }
.left-over { fill: none; stroke: var(--faint); stroke-dasharray: 4 3; }
.trim { fill: var(--rust-wash); stroke: var(--rust); }
.piece { cursor: pointer; outline: none; }
.piece .body { fill: var(--timber); stroke: var(--ink); }
.sheet .piece .body { fill: var(--stone); }
.metal .piece .body { fill: var(--metal); }
.stick .piece.done .body { fill: var(--moss-wash); }
.piece.pointed .body { stroke: var(--chalk); stroke-width: 3; }
.piece:focus-visible .body { stroke: var(--chalk); stroke-width: 4; }
.box { fill: var(--sheet); stroke: var(--ink); }
.mark { fill: none; stroke: var(--moss); stroke-width: 2.6; }
.kerf { fill: var(--rust); }
text { font: 14px var(--figures); text-anchor: middle; fill: var(--ink); }
.over { fill: var(--faint); }
@media print { .mark { stroke: black; } }
</style>
