<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Units } from '@/api/client'
import type { Frame } from '@/drawing/scale'
import { printLength, typeset } from '@/measure/print'
import type { Boundary } from './useBoundaries'

/** The line over one layer in the section: taken hold of anywhere along it, or by its grip with keys. */
const props = defineProps<{ boundary: Boundary; held: number | null; paper: Frame; from: number; to: number; wide: number; units: Units }>()
const emit = defineEmits<{ drag: [z: number]; drop: []; press: [event: KeyboardEvent] }>()
const line = ref<SVGGElement | null>(null)
const z = computed(() => props.held ?? props.boundary.z)
const y = computed(() => props.paper.y(z.value))
const [x0, x1] = [computed(() => props.paper.x(props.from)), computed(() => props.paper.x(props.to))]
const over = computed(() => z.value - (props.boundary.z - props.boundary.over))
const size = computed(() => typeset(printLength(over.value, props.units)))
let grabbed: { y: number; z: number } | null = null

function grab(event: PointerEvent) {
  grabbed = { y: event.clientY, z: props.boundary.z }
  line.value?.setPointerCapture(event.pointerId)
}
function move(event: PointerEvent) {
  if (grabbed) emit('drag', grabbed.z - (event.clientY - grabbed.y) / props.paper.scale)
}
function let_go() {
  if (grabbed) emit('drop')
  grabbed = null
}
</script>

<template>
  <g
    ref="line" class="line" :class="{ held: held !== null }" tabindex="0" role="slider" aria-orientation="vertical" :aria-label="boundary.says" :aria-valuemin="Math.round(boundary.low)" :aria-valuemax="Math.round(boundary.high)" :aria-valuenow="Math.round(z)"
    :aria-valuetext="`${size} over the floor`" :data-boundary="boundary.n" @pointerdown.prevent="grab" @pointermove="move" @pointerup="let_go" @pointercancel="let_go" @keydown="emit('press', $event)"
  >
    <path class="reach" :d="`M${x0} ${y}H${wide}`" />
    <path class="drawn" :d="`M${x0} ${y}H${x1}`" />
    <path class="on" :d="`M${x1} ${y}H${wide}`" />
    <path class="grip" :d="`M${(x0 + x1) / 2} ${y - 11}l6 8h-12zM${(x0 + x1) / 2} ${y + 11}l6 -8h-12z`" />
    <text v-if="held !== null" :x="(x0 + x1) / 2 + 14" :y="y - 6">{{ size }}</text>
  </g>
</template>

<style scoped>
.line { cursor: ns-resize; touch-action: none; outline: none; }
.reach { fill: none; stroke: transparent; stroke-width: 26; pointer-events: stroke; }
.drawn { stroke: var(--ink); stroke-width: 1.4; }
.on { stroke: var(--faint); stroke-width: 1; stroke-dasharray: 2 4; }
.grip { fill: var(--chalk); stroke: var(--paper); stroke-width: 1; }
.line:hover .drawn, .held .drawn { stroke: var(--chalk); stroke-width: 3; }
.line:focus-visible .drawn { stroke: var(--chalk); stroke-width: 5; }
text { font: 700 14px var(--figures); fill: var(--chalk); paint-order: stroke; stroke: var(--paper); stroke-width: 4px; }
@media print { .grip, .on { display: none; } }
</style>
