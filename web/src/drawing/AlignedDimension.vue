<script setup lang="ts">
import { computed } from 'vue'

import type { Dimension, Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'
import { aligned, type Frame } from './scale'

/** A dimension along a side of any slope, outside the bed. */
const props = defineProps<{ of: Dimension; frame: Frame; units: Units }>()
const at = computed(() => aligned(props.of, props.frame))
const text = computed(() => typeset(printLength(props.of.length_mm, props.units)))
const fits = computed(() => at.value.size > text.value.length * 7.4 + 4)
</script>

<template>
  <g class="aligned">
    <path :d="`M${at.ax} ${at.ay}L${at.x1} ${at.y1}L${at.x2} ${at.y2}L${at.bx} ${at.by}`" />
    <text v-if="fits" :transform="`translate(${at.x} ${at.y}) rotate(${at.angle})`" dy="4.5" text-anchor="middle"><title>{{ of.name }}</title>{{ text }}</text>
  </g>
</template>

<style scoped>
path { stroke: var(--ink); stroke-width: 0.7; fill: none; }
text { font: 13px var(--figures); fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 4px; }
</style>
