<script setup lang="ts">
import { computed } from 'vue'

import type { Units } from '@/api/client'

/** A bar of a round length at the drawing's scale [px a mm]. */
const props = defineProps<{ scale: number; x: number; y: number; units: Units }>()
const METRIC = [10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000]
const FEET = [1 / 12, 0.25, 0.5, 1, 2, 5, 10, 20, 50]
const bar = computed(() => {
  const sizes = props.units === 'metric' ? METRIC.map((mm) => ({ mm, text: mm >= 1000 ? `${mm / 1000} m` : `${mm} mm` })) : FEET.map((ft) => ({ mm: ft * 304.8, text: ft >= 1 ? `${ft} ft` : `${ft * 12} in` }))
  const chosen = sizes.filter((s) => s.mm * props.scale <= 110).at(-1) ?? sizes[0]
  return chosen ? { width: chosen.mm * props.scale, text: chosen.text } : { width: 0, text: '' }
})
</script>

<template>
  <g class="scale" :transform="`translate(${x} ${y})`">
    <rect :width="bar.width / 2" height="5" class="full" /><rect :x="bar.width / 2" :width="bar.width / 2" height="5" class="open" />
    <text :x="bar.width + 6" y="6">{{ bar.text }}</text>
  </g>
</template>

<style scoped>
.full { fill: var(--ink); stroke: var(--ink); }
.open { fill: var(--paper); stroke: var(--ink); }
text { font: 12px var(--figures); fill: var(--ink); }
</style>
