<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { area, curveMonotoneX, line } from 'd3-shape'
import { computed, ref, useId } from 'vue'

import type { SunkYear, Units } from '@/api/client'
import Hatches from '@/drawing/Hatches.vue'
import { printLength, typeset } from '@/measure/print'
import ChartAxes from './ChartAxes.vue'
import { along, paperOf, upwards } from './axes'

/** How deep the fill lies year by year: a band from the most that is lost to the least. */
const props = defineProps<{ years: SunkYear[]; full: number; units: Units }>()
const prefix = useId()
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const paper = computed(() => paperOf(width.value || 420))
const x = computed(() => along(paper.value, 0, props.years.length - 1))
const y = computed(() => upwards(paper.value, props.full))
const band = computed(() => area<SunkYear>().x((d) => x.value(d.year)).y0((d) => y.value(d.depth_most_mm)).y1((d) => y.value(d.depth_least_mm)).curve(curveMonotoneX)(props.years) ?? '')
const left = computed(() => area<SunkYear>().x((d) => x.value(d.year)).y0(y.value(0)).y1((d) => y.value(d.depth_most_mm)).curve(curveMonotoneX)(props.years) ?? '')
const edge = (of: 'depth_least_mm' | 'depth_most_mm') => line<SunkYear>().x((d) => x.value(d.year)).y((d) => y.value(d[of])).curve(curveMonotoneX)(props.years) ?? ''
const size = (mm: number) => typeset(printLength(mm, props.units))
const last = computed(() => props.years.at(-1))
const said = computed(() => (last.value ? `Depth of the fill over ${last.value.year} years: from ${size(props.full)} to between ${size(last.value.depth_most_mm)} and ${size(last.value.depth_least_mm)}` : ''))
</script>

<template>
  <div ref="box" class="chart">
    <svg :width="paper.wide" :height="paper.tall" :viewBox="`0 0 ${paper.wide} ${paper.tall}`" role="img" :aria-label="said">
      <Hatches :prefix="prefix" />
      <path :d="left" :fill="`url(#${prefix}-soil)`" />
      <path :d="band" :fill="`url(#${prefix}-compost)`" />
      <path class="edge" :d="edge('depth_least_mm')" /><path class="edge" :d="edge('depth_most_mm')" />
      <path class="line" :d="`M${x(0)} ${y(full)}H${x(years.length - 1)}`" />
      <text :x="x(years.length - 1)" :y="y(full) - 4" text-anchor="end">filled to here</text>
      <ChartAxes :paper="paper" :x="years.map((d) => ({ at: x(d.year), text: String(d.year) }))" :y="y.ticks(4).map((t) => ({ at: y(t), text: size(t) }))" left="depth" below="years after filling" />
    </svg>
  </div>
</template>

<style scoped>
svg { display: block; max-width: 100%; }
.edge { fill: none; stroke: var(--ink); stroke-width: 1.4; }
.line { stroke: var(--chalk); stroke-width: 1.4; stroke-dasharray: 7 4; }
text { font: 12px var(--words); fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 3px; }
</style>
