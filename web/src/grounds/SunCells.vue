<script setup lang="ts">
import { computed } from 'vue'

import type { SunMap } from '@/api/client'
import { BANDS, bandOf } from './bands'

/** The sun over the ground by cell, cells alike in a row drawn as one. */
const props = defineProps<{ map: SunMap; x: (mm: number) => number; y: (mm: number) => number; scale: number }>()
const side = computed(() => props.map.step * props.scale)
const cells = computed(() => {
  const m = props.map
  const found: { x: number; y: number; wide: number; band: number }[] = []
  for (let row = 0; row < m.rows; row += 1) {
    let run: { from: number; band: number } | null = null
    for (let column = 0; column <= m.columns; column += 1) {
      const hours = column < m.columns ? m.hours[row * m.columns + column] : null
      const now = hours === null || hours === undefined ? null : bandOf(hours)
      if (run && now !== run.band) {
        found.push({ x: props.x(m.x + run.from * m.step), y: props.y(m.y + row * m.step) - side.value, wide: (column - run.from) * side.value, band: run.band })
        run = null
      }
      if (now !== null && !run) run = { from: column, band: now }
    }
  }
  return found
})
</script>

<template>
  <g class="sun" aria-hidden="true"><rect v-for="(c, n) in cells" :key="n" :x="c.x" :y="c.y" :width="c.wide" :height="side" shape-rendering="crispEdges" :fill="BANDS[c.band]?.fill" :opacity="BANDS[c.band]?.opacity" /></g>
</template>
