<script setup lang="ts">
import { computed, useId } from 'vue'

import type { LinerPiece, Units } from '@/api/client'
import Hatches from '@/drawing/Hatches.vue'
import { printLength, typeset } from '@/measure/print'
import { HATCHES } from './materials'

/** One piece flat, as it lies on the ground: its edge with its notches, folds, slits and staples, and its sizes. */
const props = defineProps<{ piece: LinerPiece; number: number; units: Units; width: number }>()
const prefix = useId()
const ROOM = { left: 12, right: 92, above: 10, below: 30 }
const MOST = 200
const scale = computed(() => Math.min((Math.max(260, props.width) - ROOM.left - ROOM.right) / props.piece.length_mm, MOST / props.piece.width_mm))
const wide = computed(() => props.piece.length_mm * scale.value)
const tall = computed(() => props.piece.width_mm * scale.value)
const at = (p: number[]) => `${(ROOM.left + (p[0] as number) * scale.value).toFixed(1)} ${(ROOM.above + (props.piece.width_mm - (p[1] as number)) * scale.value).toFixed(1)}`
const path = (lines: number[][][], close: boolean) => lines.map((line) => `M${line.map(at).join('L')}${close ? 'Z' : ''}`).join('')
const size = (mm: number) => typeset(printLength(mm, props.units))
const many = computed(() => (props.piece.count > 1 ? `${props.piece.count} × ` : ''))
const notched = computed(() => (props.piece.notches ? `, ${props.piece.notches} ${props.piece.slits.length ? 'slit' : 'notch'}${props.piece.notches === 1 ? '' : props.piece.slits.length ? 's' : 'es'}` : ''))
const said = computed(() => `${many.value}${props.piece.what}, ${props.piece.named}`)
</script>

<template>
  <figure :data-piece="number + 1">
    <figcaption><strong class="figures">{{ number + 1 }}</strong> {{ said }}<span class="faint">{{ notched }}</span></figcaption>
    <svg :width="wide + ROOM.left + ROOM.right" :height="tall + ROOM.above + ROOM.below" :viewBox="`0 0 ${wide + ROOM.left + ROOM.right} ${tall + ROOM.above + ROOM.below}`" role="img" :aria-label="`${said}: ${size(piece.length_mm)} long, ${size(piece.width_mm)} wide${notched}`">
      <Hatches :prefix="prefix" />
      <path class="edge" :d="path(piece.rings, true)" :fill="`url(#${prefix}-${HATCHES[piece.material]})`" fill-rule="evenodd" />
      <path class="folded" :d="path(piece.folds, false)" />
      <path class="stapled" :d="path(piece.staples, false)" />
      <path class="slit" :d="path(piece.slits, false)" />
      <g class="sized">
        <path :d="`M${ROOM.left} ${ROOM.above + tall + 10}h${wide}m-4 4l8-8M${ROOM.left - 4} ${ROOM.above + tall + 14}l8-8`" />
        <text :x="ROOM.left + wide / 2" :y="ROOM.above + tall + 26" text-anchor="middle">{{ size(piece.length_mm) }}</text>
        <path :d="`M${ROOM.left + wide + 10} ${ROOM.above}v${tall}m-4 4l8-8M${ROOM.left + wide + 6} ${ROOM.above + 4}l8-8`" />
        <text :x="ROOM.left + wide + 18" :y="ROOM.above + tall / 2 + 5">{{ size(piece.width_mm) }}</text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
.edge { stroke: var(--ink); stroke-width: 1.4; }
.folded { fill: none; stroke: var(--ink); stroke-width: 0.9; stroke-dasharray: 8 4; }
.stapled { fill: none; stroke: var(--rust); stroke-width: 2.4; stroke-dasharray: 1 7; stroke-linecap: round; }
.slit { fill: none; stroke: var(--rust); stroke-width: 2; }
.sized path { fill: none; stroke: var(--ink); stroke-width: 0.8; }
text { font: 13px var(--figures); fill: var(--ink); }
</style>
