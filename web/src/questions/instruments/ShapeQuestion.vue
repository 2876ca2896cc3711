<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import { useSheet } from '@/state/sheet'

/** Which outline; another one begins with sizes about as large, as the core has them. */
const props = defineProps<{ asked: Asked; stage: string }>()
const { edit, startOf, valueAt } = useSheet()
const shape = computed(() => String(valueAt('outline.shape') ?? props.asked.usual))
const ready = computed(() => Boolean(startOf('outline:rectangle')))
const measured = computed(() => valueAt('outline.measured'))

function another(next: string) {
  edit('outline', { shape: next, ...(measured.value ? { measured: measured.value } : {}), ...(startOf(`outline:${next}`) as object) })
}
</script>

<template>
  <Question id="outline-shape" :ask="asked.ask">
    <select id="outline-shape" class="pick" :value="shape" :disabled="!ready" :aria-label="asked.label" @change="another(($event.target as HTMLSelectElement).value)">
      <option v-for="s in asked.answers" :key="s.value" :value="s.value">{{ s.text }}</option>
    </select>
    <FieldTrouble path="outline" />
    <WatchOuts v-if="shape !== 'rectangle'" :stage="stage" :fields="asked.watch ?? []" />
  </Question>
</template>
