<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import ScaleBar from '@/drawing/ScaleBar.vue'
import { frameOf } from '@/drawing/scale'
import { printLength, typeset } from '@/measure/print'

/** The bed from above: its walls, and the way of the lining along them and over the posts. */
const props = defineProps<{ width: number }>()
const { plan, units } = useThisBed()
const MARGIN = 30
const MOST = 240
const line = computed(() => plan.value?.lining)
/** What lies on the floor, piece by piece. */
const laid = computed(() => (line.value?.pieces ?? []).flatMap((p) => (p.lies.length ? [p.lies] : [])))
const points = computed(() => [...(line.value?.walls_above ?? []), ...laid.value.flat()].flat().map((p) => ({ x: p[0] as number, y: p[1] as number })))
const frame = computed(() => frameOf(points.value, props.width, MOST, MARGIN))
const path = (rings: number[][][]) => rings.map((ring) => `M${ring.map((p) => `${frame.value.x(p[0] as number).toFixed(1)} ${frame.value.y(p[1] as number).toFixed(1)}`).join('L')}Z`).join('')
const lined = computed(() => line.value?.walls !== 'none')
const says = computed(() => (lined.value ? `From above: the lining goes ${typeset(printLength(line.value?.round_mm ?? 0, units.value))} round, over the posts.` : 'From above: what is lined lies on the floor.'))
</script>

<template>
  <figure v-if="line && points.length">
    <figcaption>{{ says }}</figcaption>
    <svg :width="frame.wide" :height="frame.tall" :viewBox="`0 0 ${frame.wide} ${frame.tall}`" role="img" :aria-label="says">
      <path class="walls" :d="path(line.walls_above)" />
      <path v-for="(rings, n) in laid" :key="n" class="laid" :d="path(rings)" fill-rule="evenodd" />
      <path v-if="lined" class="way" :d="path(line.way_above)" />
      <ScaleBar :scale="frame.scale" :x="MARGIN" :y="frame.tall - 8" :units="units" />
    </svg>
  </figure>
</template>

<style scoped>
.walls { fill: var(--earth); fill-opacity: 0.35; stroke: var(--post-line); stroke-width: 5; stroke-linejoin: miter; }
.laid { fill: var(--plastic); fill-opacity: 0.5; stroke: var(--faint); stroke-width: 1; }
.way { fill: none; stroke: var(--chalk); stroke-width: 2.4; stroke-dasharray: 9 4; stroke-linejoin: round; }
</style>
