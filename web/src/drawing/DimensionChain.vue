<script setup lang="ts">
import { computed } from 'vue'

import type { Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'
import { DIGIT, rowAt, tierAt, type Chain, type Frame } from './scale'

/** A dimension line with its ticks and figure; equal links share one figure. */
const props = defineProps<{ chain: Chain; frame: Frame; units: Units; row: number }>()

const across = computed(() => props.chain.side === 'above' || props.chain.side === 'below')
const ticks = computed(() => {
  const at = (p: number[]) => (across.value ? props.frame.x(p[0] as number) : props.frame.y(p[1] as number))
  return [...new Set(props.chain.links.flatMap((d) => [at(d.start), at(d.end)]))].sort((a, b) => a - b)
})
const line = computed(() => {
  const off = tierAt(props.chain.tier)
  const { top, bottom, left, right } = props.frame
  return { above: top - off, below: bottom + off, left: left - off, right: right + off }[props.chain.side]
})
const edge = computed(() => ({ above: props.frame.top, below: props.frame.bottom, left: props.frame.left, right: props.frame.right })[props.chain.side])
const ends = computed(() => [ticks.value[0] as number, ticks.value.at(-1) as number] as const)
const space = computed(() => ends.value[1] - ends.value[0])
/** Equal links share one figure, said once where there is no room for their number. */
const text = computed(() => {
  const one = typeset(printLength(props.chain.length, props.units))
  const all = props.chain.links.length > 1 ? `${props.chain.links.length} × ${one}` : one
  return all.length * DIGIT + 8 > space.value ? one : all
})
const middle = computed(() => (ends.value[0] + ends.value[1]) / 2)
/** A figure too long for its line stands in a row over it, or beyond its end where nothing follows. */
const beyond = computed(() => props.row === 0 && space.value < text.value.length * DIGIT)
</script>

<template>
  <g class="dimension">
    <template v-if="across">
      <path :d="`M${ends[0]} ${line}H${ends[1]}`" />
      <path v-for="t in ticks" :key="t" :d="`M${t} ${edge}V${line}m-4 4 8-8`" class="witness" />
      <text :x="beyond ? ends[1] + 8 : middle" :y="beyond ? line + 4 : line - 4 - rowAt(row)" :text-anchor="beyond ? 'start' : 'middle'"><title>{{ chain.name }}</title>{{ text }}</text>
    </template>
    <template v-else>
      <path :d="`M${line} ${ends[0]}V${ends[1]}`" />
      <path v-for="t in ticks" :key="t" :d="`M${edge} ${t}H${line}m-4 4 8-8`" class="witness" />
      <text :class="{ small: beyond }" :transform="`translate(${line - 5} ${middle}) rotate(-90)`" text-anchor="middle"><title>{{ chain.name }}</title>{{ text }}</text>
    </template>
  </g>
</template>

<style scoped>
.dimension path { stroke: var(--ink); stroke-width: 0.9; fill: none; }
.dimension .witness { stroke-width: 0.6; }
.dimension text { font: 13px var(--figures); fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 4px; }
.dimension .small { font-size: 10px; }
</style>
