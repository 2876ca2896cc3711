<script setup lang="ts">
import { computed } from 'vue'

import type { Design } from '@/api/client'
import { MEASURED, SHAPES } from '@/bed/names'
import { useThisBed } from '@/bed/useBed'
import { asTyped, printLength } from '@/measure/print'
import ChoiceField from '@/sheet/ChoiceField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import WalkedSides from './WalkedSides.vue'

/** The outline, and its sizes in the order in which one measures them. */
const { plan, units, edit, valueAt } = useThisBed()
const shape = computed(() => String(valueAt('outline.shape') ?? 'rectangle'))
const measured = computed(() => (valueAt('outline.measured') === 'inside' ? 'inside' : 'outside'))
const LEGS: Record<string, { field: string; ask: string }[]> = {
  l: [{ field: 'front', ask: 'Front leg, wide' }, { field: 'left', ask: 'Left leg, wide' }],
  u: [{ field: 'front', ask: 'Front leg, wide' }, { field: 'left', ask: 'Left leg, wide' }, { field: 'right', ask: 'Right leg, wide' }],
  h: [{ field: 'left', ask: 'Left leg, wide' }, { field: 'right', ask: 'Right leg, wide' }, { field: 'bar', ask: 'Bar, wide' }],
}
const legs = computed(() => LEGS[shape.value] ?? [])
const boxed = computed(() => ['rectangle', 'l', 'u', 'h'].includes(shape.value))

/** Another outline of about the same size: legs a good arm's reach wide. */
function another(next: string) {
  const write = (mm: number) => asTyped(printLength(mm, units.value))
  const [long, wide] = [plan.value?.outside.length_mm ?? 2400, plan.value?.outside.width_mm ?? 1200]
  const size = { length: write(long), width: write(Math.max(wide, 2000)) }
  const leg = write(Math.min(900, long / 3))
  const made: Record<string, object> = {
    rectangle: { length: write(long), width: write(Math.min(wide, 1200)) },
    l: { ...size, front: leg, left: leg },
    u: { ...size, length: write(Math.max(long, 2700)), front: leg, left: leg, right: leg },
    h: { ...size, length: write(Math.max(long, 2700)), left: leg, right: leg, bar: leg },
    regular: { sides: 6, side: write(Math.max(700, long / 3)) },
    polygon: { sides: [{ length: write(long), corner: 90 }, { length: write(Math.min(wide, 1200)), corner: 90 }, { length: write(long), corner: 90 }] },
  }
  edit('outline', { shape: next, measured: measured.value, ...made[next] } as unknown as Design['outline'])
}
</script>

<template>
  <Question id="outline-shape" ask="Its outline is">
    <select id="outline-shape" class="pick" :value="shape" aria-label="Its outline is" @change="another(($event.target as HTMLSelectElement).value)">
      <option v-for="s in SHAPES" :key="s.value" :value="s.value">{{ s.text }}</option>
    </select>
    <FieldTrouble path="outline" />
  </Question>
  <Question id="measured" ask="Sizes are measured"><ChoiceField id="measured" path="outline.measured" label="Sizes are measured" :options="MEASURED" fallback="outside" /></Question>
  <template v-if="boxed">
    <Question id="length" :ask="shape === 'rectangle' ? 'How long' : 'Overall length'"><LengthField id="length" path="outline.length" :label="`Length, ${measured}`" /></Question>
    <Question id="width" :ask="shape === 'rectangle' ? 'How wide' : 'Overall width'">
      <LengthField id="width" path="outline.width" :label="`Width, ${measured}`" />
      <WatchOuts stage="shape" :fields="['outline.width']" />
    </Question>
    <Question v-for="leg in legs" :id="`leg-${leg.field}`" :key="leg.field" :ask="leg.ask"><LengthField :id="`leg-${leg.field}`" :path="`outline.${leg.field}`" :label="`${leg.ask}, ${measured}`" /></Question>
  </template>
  <template v-else-if="shape === 'regular'">
    <Question id="sides" ask="How many sides"><NumberField id="sides" path="outline.sides" label="How many sides" /></Question>
    <Question id="side" ask="Each side"><LengthField id="side" path="outline.side" :label="`Each side, ${measured}`" /></Question>
  </template>
  <WalkedSides v-else />
  <WatchOuts v-if="!boxed" stage="shape" :fields="['outline']" />
</template>
