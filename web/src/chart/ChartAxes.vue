<script setup lang="ts">
import { ROOM, type Paper } from './axes'

/** The two rules of a chart with their ticks, as on a drawing: thin lines, short ticks, figures in the type of figures. */
defineProps<{ paper: Paper; x: { at: number; text: string }[]; y: { at: number; text: string }[]; left: string; below: string }>()
</script>

<template>
  <g class="axes">
    <path :d="`M${ROOM.left} ${ROOM.above}V${paper.tall - ROOM.below}H${paper.wide - ROOM.right}`" />
    <g v-for="t in y" :key="`y${t.at}`">
      <path class="grid" :d="`M${ROOM.left} ${t.at}H${paper.wide - ROOM.right}`" /><path :d="`M${ROOM.left - 8} ${t.at + 4}l8 -8`" />
      <text :x="ROOM.left - 11" :y="t.at + 4" text-anchor="end">{{ t.text }}</text>
    </g>
    <g v-for="t in x" :key="`x${t.at}`">
      <path :d="`M${t.at - 4} ${paper.tall - ROOM.below + 4}l8 -8`" />
      <text :x="t.at" :y="paper.tall - ROOM.below + 17" text-anchor="middle">{{ t.text }}</text>
    </g>
    <text class="name" :x="ROOM.left + 6" :y="12">{{ left }}</text>
    <text class="name" :x="paper.wide - ROOM.right" :y="paper.tall - 3" text-anchor="end">{{ below }}</text>
  </g>
</template>

<style scoped>
path { fill: none; stroke: var(--ink); stroke-width: 1; }
.grid { stroke: var(--rule); stroke-dasharray: 2 4; }
text { font: 12px var(--figures); fill: var(--ink); }
.name { font: 12px var(--words); fill: var(--faint); }
</style>
