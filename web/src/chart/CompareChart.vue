<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { line, symbol, symbolCircle, symbolSquare, symbolTriangle } from 'd3-shape'
import { computed, ref } from 'vue'

import type { OtherReservoir, Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'
import ChartAxes from './ChartAxes.vue'
import { along, paperOf, upwards } from './axes'

/** Days between fillings at each depth, one line a medium, told apart by its mark and its dashes. */
const props = defineProps<{ others: OtherReservoir[]; units: Units }>()
const MARKS = [symbolCircle, symbolSquare, symbolTriangle]
const DASHES = ['', '7 4', '2 4']
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const paper = computed(() => paperOf(width.value || 420))
const shown = computed(() => props.others.filter((o) => o.days_between_hot !== null && o.days_between_hot !== undefined))
const depths = computed(() => [...new Set(props.others.map((o) => o.depth_mm))].sort((a, b) => a - b))
const edge = computed(() => Math.max(20, ((depths.value.at(-1) ?? 0) - (depths.value[0] ?? 0)) * 0.08))
const x = computed(() => along(paper.value, (depths.value[0] ?? 0) - edge.value, (depths.value.at(-1) ?? 1) + edge.value))
const most = computed(() => Math.max(1, ...shown.value.map((o) => o.days_between_hot ?? 0)))
const y = computed(() => upwards(paper.value, most.value))
const media = computed(() => [...new Set(props.others.map((o) => o.name))].map((name, n) => {
  const points = shown.value.filter((o) => o.name === name)
  return { name, points, path: line<OtherReservoir>().x((o) => x.value(o.depth_mm)).y((o) => y.value(o.days_between_hot ?? 0))(points) ?? '', mark: symbol(MARKS[n % MARKS.length], 56)() ?? '', dashes: DASHES[n % DASHES.length] }
}))
</script>

<template>
  <div ref="box" class="chart">
    <svg v-if="shown.length" :width="paper.wide" :height="paper.tall" :viewBox="`0 0 ${paper.wide} ${paper.tall}`" role="img" aria-label="Days between fillings by depth, for each medium">
      <ChartAxes :paper="paper" :x="depths.map((d) => ({ at: x(d), text: typeset(printLength(d, units)) }))" :y="y.ticks(4).filter((t) => t % 1 === 0).map((t) => ({ at: y(t), text: String(t) }))" left="days between fillings" below="depth" />
      <g v-for="m in media" :key="m.name">
        <path class="line" :d="m.path" :stroke-dasharray="m.dashes" />
        <path v-for="o in m.points" :key="o.depth_mm" class="mark" :class="{ chosen: o.chosen }" :d="m.mark" :transform="`translate(${x(o.depth_mm)} ${y(o.days_between_hot ?? 0)})`" />
      </g>
    </svg>
    <p class="key faint"><template v-for="m in media" :key="m.name"><svg width="34" height="14" aria-hidden="true"><path class="line" d="M1 7h32" :stroke-dasharray="m.dashes" /><path class="mark" :d="m.mark" transform="translate(17 7) scale(.8)" /></svg> {{ m.name }}</template></p>
  </div>
</template>

<style scoped>
svg { max-width: 100%; }
.chart > svg { display: block; }
.line { fill: none; stroke: var(--ink); stroke-width: 1.4; }
.mark { fill: var(--sheet); stroke: var(--ink); stroke-width: 1.6; }
.mark.chosen { fill: var(--chalk); stroke: var(--chalk); }
.key { display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; font-size: 13px; }
</style>
