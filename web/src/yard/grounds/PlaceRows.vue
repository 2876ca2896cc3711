<script setup lang="ts">
import { NButton } from 'naive-ui'

import type { BedOnPlan, Grounds, Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'
import { useSheet } from '@/state/sheet'
import PlaceRow from './PlaceRow.vue'
import { stepOf, toStep, written } from '@/grounds/written'

/** Every bed and where it stands. It does all that dragging does. */
const props = defineProps<{ yard: string; plan: Grounds; beds: BedOnPlan[]; units: Units; chosen: string | null }>()
const emit = defineEmits<{ choose: [bed: string | null] }>()
const { edit, valueAt, problems } = useSheet()
const placed = (id: string) => valueAt(`places.${id}`) !== undefined
const shown = (b: BedOnPlan) => props.chosen === b.id || problems.value.some((p) => p.field.startsWith(`places.${b.id}`))

/** A bed is put into the middle of the yard. */
function put(b: BedOnPlan) {
  const edge = props.plan.edge ?? [[0, 0], [8000, 6000]]
  const [xs, ys] = [edge.map((p) => p[0] as number), edge.map((p) => p[1] as number)]
  const step = stepOf(props.units)
  const at = (low: number, high: number, size: number) => written(toStep(Math.max(low, (low + high - size) / 2), step), props.units)
  edit(`places.${b.id}`, { x: at(Math.min(...xs), Math.max(...xs), b.size?.[0] ?? 0), y: at(Math.min(...ys), Math.max(...ys), b.size?.[1] ?? 0), turn: 0 })
  emit('choose', b.id)
}
const sized = (b: BedOnPlan) => (b.size ? typeset(`${printLength(b.size[0] as number, props.units)} × ${printLength(b.size[1] as number, props.units)}`) : '')
const told = (b: BedOnPlan) => (!placed(b.id) ? `waits, ${sized(b)}` : b.needs_a_look.length ? 'needs a look' : b.site?.sun ? `${b.site.sun.hours_season.toFixed(1)} hours of sun` : 'on the plan')
</script>

<template>
  <ul class="places">
    <li v-for="b in beds" :key="b.id" :data-place="b.name" :class="{ chosen: chosen === b.id }">
      <div class="head">
        <button type="button" class="fold" :aria-expanded="shown(b)" @click="emit('choose', chosen === b.id ? null : b.id)"><strong>{{ b.name }}</strong> <span class="faint">{{ told(b) }}</span></button>
        <n-button v-if="!placed(b.id)" size="small" :aria-label="`Put it on the plan: ${b.name}`" @click="put(b)">Put it on the plan</n-button>
      </div>
      <PlaceRow v-if="shown(b)" :yard="yard" :plan="plan" :bed="b" :beds="beds" :units="units" />
    </li>
  </ul>
</template>

<style scoped>
.places > li { border-bottom: 1px solid var(--rule); }
.head { display: flex; justify-content: space-between; gap: 8px; align-items: center; }
.fold { background: none; border: 0; padding: 6px 0; font: inherit; color: inherit; text-align: left; cursor: pointer; min-height: 36px; flex: 1; }
.fold:focus-visible { outline: 3px solid var(--chalk); outline-offset: 1px; }
</style>
