<script setup lang="ts">
import { computed, ref } from 'vue'

import type { FieldProblem, Rates, Units } from '@/api/client'
import GroupFold from '@/questions/GroupFold.vue'
import { useRates } from '@/questions/useQuestions'
import { read, write } from '@/state/paths'
import { provideSheet } from '@/state/sheet'

/** What the hours are reckoned with. */
const props = defineProps<{ rates: Partial<Rates>; problems: FieldProblem[] }>()
const emit = defineEmits<{ put: [rates: Partial<Rates>] }>()
const group = useRates()
const problems = computed(() => props.problems)
provideSheet({
  valueAt: (path) => read({ rates: props.rates }, path),
  edit: (path, value) => emit('put', write({ rates: props.rates }, path, value).rates),
  problems,
  problemAt: (path) => props.problems.find((p) => p.field === path),
  units: ref<Units>('metric'),
  built: ref<Units>('metric'),
  priceList: ref(undefined),
  understood: () => undefined,
  watchOuts: () => [],
  sides: ref<string[]>([]),
  startOf: () => undefined,
})
</script>

<template>
  <GroupFold v-if="group" :group="group" />
</template>
