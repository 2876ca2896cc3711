<script setup lang="ts">
import { computed, useId } from 'vue'

import type { LinerPiece, LinerTaken, Units } from '@/api/client'
import Hatches from '@/drawing/Hatches.vue'
import { printLength, typeset } from '@/measure/print'
import { HATCHES } from './materials'

/** A length off a roll, or a sheet, with the pieces as they are cut from it, by their numbers. */
const props = defineProps<{ taken: LinerTaken; pieces: LinerPiece[]; units: Units; width: number }>()
const prefix = useId()
const ROOM = 8
const MOST = 220
const length = (mm: number) => typeset(printLength(mm, props.units))
const long = computed(() => Math.max(...props.taken.sheets.map((s) => Math.max(s.long_mm, props.taken.length_mm))))
const scale = computed(() => Math.min((Math.max(260, props.width) - 2 * ROOM) / long.value, MOST / props.taken.of_width_mm))
const px = (mm: number) => mm * scale.value
const DIGIT = 9
const says = computed(() => `${props.taken.name}: ${props.taken.sheets.length > 1 ? `${props.taken.sheets.length} of ` : ''}${length(props.taken.length_mm)} × ${length(props.taken.of_width_mm)}`)
</script>

<template>
  <figure :data-roll="taken.material">
    <figcaption>{{ says }}<span v-if="!taken.proven" class="faint">: the best found</span></figcaption>
    <svg v-for="(s, n) in taken.sheets" :key="n" :width="px(long) + 2 * ROOM" :height="px(taken.of_width_mm) + 2 * ROOM" :viewBox="`0 0 ${px(long) + 2 * ROOM} ${px(taken.of_width_mm) + 2 * ROOM}`" role="img" :aria-label="`${says}, with pieces ${s.placed.map((p) => p.piece + 1).join(', ')}`">
      <Hatches :prefix="`${prefix}-${n}`" />
      <rect class="whole" :x="ROOM" :y="ROOM" :width="px(taken.length_mm)" :height="px(taken.of_width_mm)" />
      <g v-for="(p, at) in s.placed" :key="at">
        <rect class="piece" :x="ROOM + px(p.x_mm)" :y="ROOM + px(p.y_mm)" :width="px(p.long_mm)" :height="px(p.wide_mm)" :fill="`url(#${prefix}-${n}-${HATCHES[taken.material]})`"><title>{{ pieces[p.piece]?.what }}, {{ length(p.long_mm) }} × {{ length(p.wide_mm) }}</title></rect>
        <text v-if="px(p.long_mm) > DIGIT * 2 && px(p.wide_mm) > DIGIT" :x="ROOM + px(p.x_mm + p.long_mm / 2)" :y="ROOM + px(p.y_mm + p.wide_mm / 2) + 5" text-anchor="middle">{{ p.piece + 1 }}</text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
.whole { fill: none; stroke: var(--faint); stroke-dasharray: 5 3; }
.piece { stroke: var(--ink); stroke-width: 1.2; }
text { font: 700 13px var(--figures); fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 4px; }
</style>
