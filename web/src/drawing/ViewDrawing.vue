<script setup lang="ts">
import { computed } from 'vue'

import type { Curve, Units, View } from '@/api/client'
import { printBow, printLength, typeset } from '@/measure/print'
import AlignedDimension from './AlignedDimension.vue'
import DimensionChain from './DimensionChain.vue'
import Hatches from './Hatches.vue'
import ScaleBar from './ScaleBar.vue'
import { hatchOf, svgPath, svgPoints } from './hatch'
import { labelsOf } from './labels'
import { chains, figureRows, fit, type Frame } from './scale'

/** One view of the bed to scale: hatched, dimensioned, its parts pointing at their rows and the reverse. A `bare` one has
    neither scale nor title. */
const props = defineProps<{ view: View; name: string; units: Units; width: number; most: number; pointed: string | null; curves?: Curve[]; bare?: boolean }>()
const emit = defineEmits<{ point: [label: string | null] }>()

const laid = computed(() => fit(props.view, props.width, props.most, props.curves?.flatMap((c) => c.points)))
const frame = computed<Frame>(() => laid.value.frame)
const lines = computed(() => chains(props.view.dimensions))
const rows = computed(() => figureRows(lines.value, frame.value, (chain) => typeset(printLength(chain.length, props.units))))
const letters = (label: string) => label.replace(/\d+$/, '')

const isPointed = (part: string | null) => part !== null && props.pointed !== null && (part === props.pointed || letters(part) === props.pointed)

const shown = computed(() => labelsOf(props.view, frame.value))
/** The ground: level as the drawing is wide, or along its points, and on from the first and the last of them. */
const ground = computed(() => {
  const line = props.view.ground_line.map((p) => ({ x: frame.value.x(p[0] as number), y: frame.value.y(p[1] as number) }))
  const level = props.view.ground === null || props.view.ground === undefined ? null : frame.value.y(props.view.ground)
  const [left, right] = [line[0]?.y ?? level, line.at(-1)?.y ?? level]
  if (left === null || right === null) return null
  return { left, right, path: line.length ? `M0 ${left}${line.map((p) => `L${p.x} ${p.y}`).join('')}L${props.width} ${right}` : `M0 ${level}H${props.width}`, sloping: line.length > 0 }
})
</script>

<template>
  <figure :class="`view ${name}`">
    <svg :width="width" :height="laid.height" :viewBox="`0 0 ${width} ${laid.height}`" :role="$slots.default ? 'group' : 'img'" :aria-label="view.title">
      <Hatches :prefix="name" />
      <g v-if="ground !== null" class="ground-line">
        <rect :x="0" :y="ground.left" :width="frame.left - 1" height="9" :fill="`url(#${name}-ground)`" />
        <rect :x="frame.right + 1" :y="ground.right" :width="width - frame.right - 1" height="9" :fill="`url(#${name}-ground)`" />
        <path v-if="!ground.sloping" :d="ground.path" />
      </g>
      <path
        v-for="(s, n) in view.shapes" :key="n" :d="svgPath(s, frame)" fill-rule="evenodd" :fill="hatchOf(name, s)" :data-part="s.part ?? undefined"
        :class="['shape', s.kind, { pointed: isPointed(s.part) }]" @mouseenter="emit('point', s.part ?? null)" @mouseleave="emit('point', null)" @click="emit('point', s.part ?? null)"
      ><title v-if="s.part || s.kind === 'guide'">{{ s.part }} {{ s.role }}</title></path>
      <g v-if="ground?.sloping" class="ground-line"><path :d="ground.path" data-ground /></g>
      <polyline v-for="c in curves ?? []" :key="`bow-${c.side}`" class="bow" :data-bow="c.side" :points="svgPoints(c.points, frame)"><title>{{ c.side }} bows {{ printBow(c.bow_mm, units) }}, drawn ten times as far</title></polyline>
      <text v-for="l in shown" :key="l.part" class="label" :class="{ lit: isPointed(l.part) }" :transform="`translate(${l.x} ${l.y}) ${l.upright ? 'rotate(-90)' : ''}`" dy="4">{{ letters(l.part) }}</text>
      <DimensionChain v-for="(c, n) in lines" :key="n" :chain="c" :frame="frame" :units="units" :row="rows[n] ?? 0" />
      <AlignedDimension v-for="d in view.dimensions.filter((one) => one.side === 'aligned')" :key="d.name" :of="d" :frame="frame" :units="units" />
      <slot :frame="frame" />
      <ScaleBar v-if="!bare" :scale="frame.scale" :x="frame.left" :y="laid.height - 10" :units="units" />
      <text v-if="!bare" class="title" :x="frame.left + 190" :y="laid.height - 4">{{ typeset(view.title) }}{{ curves?.length ? ', bow × 10' : '' }}</text>
    </svg>
  </figure>
</template>

<style scoped>
svg { display: block; }
.shape { stroke: var(--ink); stroke-width: 1; }
.shape.cut { stroke-width: 1.6; }
.shape.hidden { stroke-dasharray: 5 3; stroke-width: 0.8; pointer-events: stroke; }
.shape.guide { stroke: var(--rust); stroke-width: 1.4; stroke-dasharray: 9 4; pointer-events: stroke; }
.shape.fixing { stroke: none; pointer-events: none; }
.shape.layer, .shape.soil { stroke-width: 0.5; }
.shape.pointed { stroke: var(--chalk); stroke-width: 3.5; }
.bow { fill: none; stroke: var(--rust); stroke-width: 1.6; stroke-dasharray: 7 3; pointer-events: stroke; }
.ground-line path { stroke: var(--ink); stroke-width: 1.2; fill: none; }
.label { font: 700 12px var(--figures); text-anchor: middle; fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 3px; pointer-events: none; }
.label.lit { fill: var(--chalk); }
.title { font: 13px var(--words); fill: var(--faint); }
</style>
