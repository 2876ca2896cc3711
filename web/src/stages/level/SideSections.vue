<script setup lang="ts">
import { computed } from 'vue'

import type { Plan, Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'

/** The ground along each side under the level first course, heights drawn so many times over. */
const props = defineProps<{ ground: NonNullable<Plan['ground']>; course: number; units: Units }>()
const WIDE = 430
const TALL = 66
/** How many times over heights are drawn: the same for all sides, a whole number. */
const times = computed(() => {
  const most = Math.max(20, ...props.ground.sides.flatMap((s) => s.points.map((p) => Math.abs(p[1] as number))))
  const long = Math.max(...props.ground.sides.map((s) => s.length_mm))
  return Math.max(1, Math.round((TALL - 26) / 2 / ((most * (WIDE - 20)) / long)))
})
const drawn = computed(() => props.ground.sides.map((s) => {
  const scale = (WIDE - 20) / Math.max(...props.ground.sides.map((one) => one.length_mm))
  const y = (z: number) => TALL / 2 - z * scale * times.value
  return { side: s.side, end: 10 + s.length_mm * scale, line: s.points.map((p) => `${(10 + (p[0] as number) * scale).toFixed(1)},${y(p[1] as number).toFixed(1)}`), zero: y(0), gap: s.gap_mm, steps: s.steps.map((one) => 10 + one.at_mm * scale) }
}))
</script>

<template>
  <figure>
    <figcaption class="faint">The ground along each side under the level foot of the first course; heights {{ times }} times over</figcaption>
    <div v-for="d in drawn" :key="d.side" class="side" :data-section="d.side">
      <span class="name">{{ d.side }}</span>
      <svg :width="WIDE" :height="TALL" :viewBox="`0 0 ${WIDE} ${TALL}`" role="img" :aria-label="`The ground along ${d.side}${d.gap > 0.5 ? `, ${typeset(printLength(d.gap, units))} under the first course at most` : ''}`">
        <polygon class="soil" :points="`${d.line.join(' ')} ${d.end},${TALL} 10,${TALL}`" />
        <polyline class="ground" :points="d.line.join(' ')" />
        <line class="foot" x1="10" :x2="d.end" :y1="d.zero" :y2="d.zero" />
        <line v-for="x in d.steps" :key="x" class="step" :x1="x" :x2="x" y1="4" :y2="TALL - 4" />
      </svg>
    </div>
  </figure>
</template>

<style scoped>
figure { margin: 6px 0; }
.side { display: grid; grid-template-columns: 90px minmax(0, 1fr); align-items: center; border-top: 1px solid var(--rule); }
svg { max-width: 100%; height: auto; }
.soil { fill: var(--earth); opacity: 0.55; }
.ground { fill: none; stroke: var(--ink); stroke-width: 1.4; }
.foot { stroke: var(--chalk); stroke-width: 2; }
.step { stroke: var(--rust); stroke-dasharray: 4 3; }
</style>
