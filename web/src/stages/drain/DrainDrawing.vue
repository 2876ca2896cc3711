<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import ScaleBar from '@/drawing/ScaleBar.vue'
import { frameOf } from '@/drawing/scale'
import { printLength, typeset } from '@/measure/print'

/** The floor from above with its holes, numbered as in their list, or with the loop of pipe as it lies. */
const { plan, units } = useThisBed()
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const MARGIN = 56
const BELOW = 20
const drain = computed(() => plan.value?.drainage)
const kept = computed(() => plan.value?.reservoir)
/** The loop of pipe as it lies: of the drain, or of the reservoir. */
const loop = computed(() => (kept.value?.loop.length ? kept.value.loop : (drain.value?.loop ?? [])))
const frame = computed(() => frameOf([...(drain.value?.floor ?? []), ...loop.value].map((p) => ({ x: p[0] as number, y: p[1] as number })), width.value, 460, MARGIN))
const tall = computed(() => frame.value.tall + BELOW)
const line = (points: number[][]) => points.map((p) => `${frame.value.x(p[0] as number).toFixed(1)},${frame.value.y(p[1] as number).toFixed(1)}`).join(' ')
const pipe = computed(() => Math.max(3, (kept.value?.pipe_mm ?? drain.value?.pipe_mm ?? 0) * frame.value.scale))
const first = computed(() => drain.value?.holes[0])
</script>

<template>
  <div ref="box">
    <svg v-if="drain?.floor.length" :width="frame.wide" :height="tall" :viewBox="`0 0 ${frame.wide} ${tall}`" role="img" :aria-label="`The floor from above. ${typeset(drain.says)}`">
      <polygon class="floor" :points="line(drain.floor)" />
      <polygon v-if="kept?.loop.length" class="pipe" :points="line(kept.loop.slice(1))" :stroke-width="pipe" />
      <polyline v-else-if="loop.length" class="pipe" :points="line(loop)" :stroke-width="pipe" />
      <g v-if="kept?.port.length" class="stands">
        <path :d="`M${frame.x(kept.port[0] as number) - 14} ${frame.y(kept.port[1] as number)}h34m-8 -5l8 5l-8 5`" />
        <text :x="frame.x(kept.port[0] as number) + 8" :y="frame.y(kept.port[1] as number) + 20" text-anchor="middle">overflow</text>
        <circle :cx="frame.x(kept.riser[0] as number)" :cy="frame.y(kept.riser[1] as number)" :r="pipe / 2 + 5" />
        <text :x="frame.x(kept.riser[0] as number) - pipe" :y="frame.y(kept.riser[1] as number) + pipe / 2 + 22" text-anchor="end">riser</text>
      </g>
      <g v-for="(h, n) in drain.holes" :key="n">
        <circle class="hole" :cx="frame.x(h.x_mm)" :cy="frame.y(h.y_mm)" :r="Math.max(3, (h.diameter_mm / 2) * frame.scale)" />
        <text :x="frame.x(h.x_mm)" :y="frame.y(h.y_mm) - Math.max(5, (h.diameter_mm / 2) * frame.scale + 3)" text-anchor="middle">{{ n + 1 }}</text>
      </g>
      <text v-if="first" class="first" :x="MARGIN" :y="tall - 24">{{ `1: ${typeset(printLength(first.x_mm, units))} right, ${typeset(printLength(first.y_mm, units))} back of the outside front left corner` }}</text>
      <ScaleBar :scale="frame.scale" :x="MARGIN" :y="tall - 12" :units="units" />
    </svg>
    <p v-else-if="drain" class="faint">It has no floor: water leaves below, all over.</p>
  </div>
</template>

<style scoped>
svg { display: block; max-width: 100%; }
.floor { fill: var(--earth); fill-opacity: 0.35; stroke: var(--post-line); stroke-width: 3; stroke-linejoin: round; }
.hole { fill: var(--paper); stroke: var(--ink); stroke-width: 2; }
.pipe { fill: none; stroke: var(--chalk); stroke-opacity: 0.75; stroke-linejoin: round; stroke-linecap: square; }
text { font: 12px var(--figures); fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 3px; }
.stands path { fill: none; stroke: var(--chalk); stroke-width: 2; }
.stands circle { fill: var(--paper); stroke: var(--chalk); stroke-width: 3; }
.first { font: 13px var(--words); }
</style>
