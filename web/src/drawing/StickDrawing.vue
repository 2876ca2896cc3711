<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import type { PlannedStick, Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'

/** How one stick is cut: squaring trim, pieces, kerfs, what is left; drawn to the longest stick's scale. */
const props = defineProps<{ stick: PlannedStick; longest: number; units: Units; pointed: string | null; done: Set<string> }>()
const emit = defineEmits<{ point: [label: string | null] }>()

const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const H = 30
const scale = computed(() => Math.max(200, width.value || 480) / props.longest)
const at = (mm: number) => mm * scale.value
const end = computed(() => {
  const last = props.stick.pieces.at(-1)
  return last ? last.start_mm + last.length_mm : props.stick.trim_mm
})
const fits = (text: string, mm: number) => text.length * 7.4 + 6 < at(mm)
function caption(label: string, mm: number) {
  const long = `${label} ${printLength(mm, props.units)}`
  return typeset(fits(long, mm) ? long : fits(label, mm) ? label : '')
}
const cuts = computed(() => props.stick.pieces.filter((p) => p.start_mm + p.length_mm < props.stick.length_mm - 0.05).map((p) => p.start_mm + p.length_mm))
</script>

<template>
  <div ref="box" class="stick">
    <svg :width="at(longest)" :height="H + 2" :viewBox="`0 0 ${at(longest)} ${H + 2}`" role="img" :aria-label="`Stick ${stick.number}: ${stick.pieces.map((p) => p.label).join(', ')}`">
      <rect class="left-over" :x="0.5" y="1" :width="at(stick.length_mm) - 1" :height="H" />
      <rect v-if="stick.trim_mm" class="trim" :x="0.5" y="1" :width="Math.max(2, at(stick.trim_mm))" :height="H" />
      <g v-for="p in stick.pieces" :key="p.key" class="piece" :class="{ pointed: pointed === p.label || pointed === p.group, done: done.has(`cut/${p.key}`) }" @mouseenter="emit('point', p.label)" @mouseleave="emit('point', null)">
        <rect :x="at(p.start_mm) + 0.5" y="1" :width="at(p.length_mm) - 1" :height="H" />
        <text :x="at(p.start_mm + p.length_mm / 2)" :y="H / 2 + 5">{{ caption(p.label, p.length_mm) }}</text>
      </g>
      <rect v-for="c in cuts" :key="c" class="kerf" :x="at(c)" y="0" :width="Math.max(1.6, at(stick.kerf_mm))" :height="H + 2" />
      <text v-if="fits('off-cut', stick.length_mm - end)" class="over" :x="at((end + stick.length_mm) / 2)" :y="H / 2 + 5">{{ stick.offcut_name ?? 'waste' }}</text>
    </svg>
  </div>
</template>

<style scoped>
svg { display: block; max-width: 100%; }
.left-over { fill: none; stroke: var(--faint); stroke-dasharray: 4 3; }
.trim { fill: var(--rust-wash); stroke: var(--rust); }
.piece rect { fill: var(--timber); stroke: var(--ink); }
.piece.done rect { fill: var(--moss-wash); }
.piece.pointed rect { stroke: var(--chalk); stroke-width: 3; }
.kerf { fill: var(--rust); }
text { font: 13px var(--figures); text-anchor: middle; fill: var(--ink); }
.over { fill: var(--faint); }
</style>
