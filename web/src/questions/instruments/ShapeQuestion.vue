<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import { useOffers } from '@/bed/useOffers'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import { useSheet } from '@/state/sheet'

/** Which outline; another one begins with sizes about as large, as the core has them. */
const props = defineProps<{ asked: Asked; stage: string }>()
const { edit, startOf, units, built, valueAt } = useSheet()
const offers = useOffers(() => built.value, () => units.value)
/** The outlines that what it is built of can have; the one it has stays to be seen. */
const shapes = computed(() => {
  const can = offers.value.find((o) => o.kind === valueAt('construction.kind'))?.shapes
  return props.asked.answers?.filter((s) => !can || can.includes(s.value) || s.value === shape.value) ?? []
})
const shape = computed(() => String(valueAt('outline.shape') ?? props.asked.usual))
/** Another outline begins with sizes that the core has for it, once they are here. */
const ready = computed(() => shapes.value.some((s) => startOf(`outline:${s.value}`)))
const measured = computed(() => valueAt('outline.measured'))

function another(next: string) {
  edit('outline', { shape: next, ...(measured.value ? { measured: measured.value } : {}), ...(startOf(`outline:${next}`) as object) })
}
</script>

<template>
  <Question id="outline-shape" :ask="asked.ask">
    <select id="outline-shape" class="pick" :value="shape" :disabled="!ready" :aria-label="asked.label" @change="another(($event.target as HTMLSelectElement).value)">
      <option v-for="s in shapes" :key="s.value" :value="s.value">{{ s.text }}</option>
    </select>
    <FieldTrouble path="outline" />
    <WatchOuts :stage="stage" :fields="asked.watch ?? []" />
  </Question>
</template>
