<script setup lang="ts">
import { computed } from 'vue'

import type { SunMap } from '@/api/client'

/** The sun over the ground by cell, cells alike in a row drawn as one. */
const props = defineProps<{ map: SunMap; x: (mm: number) => number; y: (mm: number) => number; scale: number }>()
/** Hours of sun from which the ground is drawn a shade lighter. */
const STEPS = [2, 4, 6, 8, 10]
const level = (hours: number) => STEPS.filter((s) => hours >= s).length
const side = computed(() => props.map.step * props.scale)
const cells = computed(() => {
  const m = props.map
  const found: { x: number; y: number; wide: number; level: number }[] = []
  for (let row = 0; row < m.rows; row += 1) {
    let run: { from: number; level: number } | null = null
    for (let column = 0; column <= m.columns; column += 1) {
      const hours = column < m.columns ? m.hours[row * m.columns + column] : null
      const now = hours === null || hours === undefined ? null : level(hours)
      if (run && now !== run.level) {
        found.push({ x: props.x(m.x + run.from * m.step), y: props.y(m.y + row * m.step) - side.value, wide: (column - run.from) * side.value, level: run.level })
        run = null
      }
      if (now !== null && !run) run = { from: column, level: now }
    }
  }
  return found
})
</script>

<template>
  <g class="sun" aria-hidden="true"><rect v-for="(c, n) in cells" :key="n" :x="c.x" :y="c.y" :width="c.wide" :height="side" shape-rendering="crispEdges" :class="`lit-${c.level}`" /></g>
</template>

<style scoped>
.sun rect { fill: var(--timber); }
.sun .lit-0 { fill: var(--ink); opacity: 0.42; }
.sun .lit-1 { fill: var(--ink); opacity: 0.28; }
.sun .lit-2 { fill: var(--ink); opacity: 0.14; }
.sun .lit-3 { opacity: 0.3; }
.sun .lit-4 { opacity: 0.6; }
.sun .lit-5 { opacity: 0.9; }
</style>
