<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { area, curveLinear } from 'd3-shape'
import { computed, ref, useId } from 'vue'

import type { Season, SeasonDay, Units } from '@/api/client'
import Hatches from '@/drawing/Hatches.vue'
import { printVolume, typeset } from '@/measure/print'
import ChartAxes from './ChartAxes.vue'
import { dayOf, days, monthOf, paperOf, ROOM, upwards } from './axes'

/** The water in the reservoir day by day, the rain from above, and the days on which it is filled. */
const props = defineProps<{ season: Season; units: Units }>()
/** Rain hangs from the top over so much of the paper. */
const RAIN = 0.28
const WIDE_PX = 44
const prefix = useId()
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const paper = computed(() => paperOf(width.value || 420))
const all = computed(() => props.season.days)
const x = computed(() => days(paper.value, dayOf(all.value[0]?.date ?? '2000-01-01'), dayOf(all.value.at(-1)?.date ?? '2000-01-02')))
const y = computed(() => upwards(paper.value, props.season.held_l))
const store = computed(() => area<SeasonDay>().x((d) => x.value(dayOf(d.date))).y0(y.value(0)).y1((d) => y.value(d.store_l)).curve(curveLinear)(all.value) ?? '')
const mostRain = computed(() => Math.max(1, ...all.value.map((d) => d.rain_l)))
const rain = computed(() => all.value.filter((d) => d.rain_l > 0).map((d) => `M${x.value(dayOf(d.date)).toFixed(1)} ${ROOM.above}v${((d.rain_l / mostRain.value) * RAIN * (paper.value.tall - ROOM.above - ROOM.below)).toFixed(1)}`).join(''))
/** Every month that has room for its name, from the first of those. */
const months = computed(() => {
  const ticks = props.season.months.map((m) => ({ at: x.value(dayOf(m.first)), text: monthOf(m.first).slice(0, 3) }))
  const each = Math.max(1, Math.ceil((WIDE_PX * ticks.length) / (paper.value.wide - ROOM.left - ROOM.right)))
  return ticks.filter((_, n) => n % each === 0)
})
const volume = (litres: number) => typeset(printVolume(litres, props.units))
</script>

<template>
  <div ref="box" class="chart">
    <svg :width="paper.wide" :height="paper.tall" :viewBox="`0 0 ${paper.wide} ${paper.tall}`" role="img" :aria-label="`Water in the reservoir day by day. ${season.says}`">
      <Hatches :prefix="prefix" />
      <path :d="store" :fill="`url(#${prefix}-water)`" class="store" />
      <path :d="rain" class="rain" />
      <g v-for="d in season.filled_on" :key="d" class="filled" data-filled><path :d="`M${x(dayOf(d)) - 4} ${y(season.held_l) - 9}h8l-4 8z`" /></g>
      <ChartAxes :paper="paper" :x="months" :y="y.ticks(4).map((t) => ({ at: y(t), text: volume(t) }))" left="water kept" below="" />
    </svg>
    <p class="key faint"><svg width="34" height="14" aria-hidden="true"><rect x="1" y="1" width="32" height="12" :fill="`url(#${prefix}-water)`" class="store" /></svg> kept <svg width="14" height="14" aria-hidden="true"><path d="M4 0v12M8 0v7M12 0v10" class="rain" /></svg> rain, from above <svg width="14" height="14" aria-hidden="true"><path class="mark" d="M3 3h8l-4 8z" /></svg> filled by hand</p>
  </div>
</template>

<style scoped>
svg { max-width: 100%; }
.chart > svg { display: block; }
.store { stroke: var(--chalk); stroke-width: 1; }
.rain { stroke: var(--ink); stroke-width: 1.6; fill: none; }
.filled path, .mark { fill: var(--rust); stroke: none; }
.key { display: flex; flex-wrap: wrap; gap: 4px 6px; align-items: center; font-size: 13px; }
</style>
