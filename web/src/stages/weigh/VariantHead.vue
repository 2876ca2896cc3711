<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, type Design, type FieldProblem, type Units } from '@/api/client'
import { mainStock, readyMade, titleOf, useOffers } from '@/bed/useOffers'
import QuestionRow from '@/questions/QuestionRow.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import TextButton from '@/sheet/TextButton.vue'
import TextField from '@/sheet/TextField.vue'
import { read, write } from '@/state/paths'
import { provideSheet } from '@/state/sheet'

/** What makes one variant different: its construction, its height, its main stock. The first is the bed as it is. */
const props = defineProps<{ design: Design; units: Units; built: Units; priceList?: string; n: number; problems: FieldProblem[] }>()
const emit = defineEmits<{ put: [design: Design]; remove: [] }>()
const said = ref('')
const offers = useOffers(() => props.design.units ?? props.built, () => props.units)
const kind = computed(() => props.design.construction.kind)
const offer = computed(() => offers.value.find((o) => o.kind === kind.value))
const main = computed(() => mainStock(offer.value))
const ready = computed(() => readyMade(offer.value, (path) => read(props.design, path)))
const byCourses = computed(() => props.design.courses !== null && props.design.courses !== undefined)
const within = computed(() => `designs.${props.n}.`)
const mine = computed(() => props.problems.filter((p) => p.field.startsWith(within.value)).map((p) => ({ ...p, field: p.field.slice(within.value.length) })))
provideSheet({
  root: within.value,
  valueAt: (path) => read(props.design, path),
  edit: (path, value) => emit('put', write(props.design, path, value)),
  problems: mine,
  problemAt: (path) => mine.value.find((p) => p.field === path),
  units: computed(() => props.units),
  built: computed(() => props.built),
  priceList: computed(() => props.priceList),
  understood: () => undefined,
  watchOuts: () => [],
  sides: computed(() => []),
  startOf: () => undefined,
})

async function build(next: string) {
  const result = await api.changeConstruction(props.design, next)
  said.value = ''
  if (result.ok) emit('put', { ...result.value.design, name: props.design.name })
  else said.value = result.problem.problems?.[0]?.message ?? result.problem.detail
}
</script>

<template>
  <div class="variant" :data-variant="n">
    <template v-if="n === 0">
      <strong>{{ design.name }}, as it is</strong>
      <span>{{ titleOf(offers, kind) }}</span>
    </template>
    <template v-else>
      <TextField :id="`variant-${n}-name`" path="name" :label="`Name of variant ${n + 1}`" />
      <select class="pick" :value="kind" :aria-label="`Variant ${n + 1} is built of`" @change="build(($event.target as HTMLSelectElement).value)">
        <option v-if="!offers.length" :value="kind">{{ titleOf(offers, kind) }}</option>
        <option v-for="o in offers" :key="o.kind" :value="o.kind">{{ o.title }}</option>
      </select>
      <QuestionRow v-if="main" :asked="{ ...main, label: `Stock of variant ${n + 1}` }" stage="weigh" />
      <NumberField v-if="byCourses" :id="`variant-${n}-courses`" path="courses" :label="`Courses of variant ${n + 1}`" after="courses" />
      <LengthField v-else-if="!ready" :id="`variant-${n}-height`" path="height" :label="`Height of variant ${n + 1}`" />
      <TextButton :aria-label="`Remove variant ${n + 1}`" @click="emit('remove')">Remove</TextButton>
      <p v-if="said" class="said" role="alert">{{ said }}</p>
    </template>
  </div>
</template>

<style scoped>
.variant { display: grid; gap: 4px; align-content: start; justify-items: stretch; font-weight: 400; color: var(--ink); font-size: 14px; white-space: normal; }
.variant :deep(.question) { grid-template-columns: minmax(0, 1fr); padding: 0; }
.variant > .plain { justify-self: start; }
.pick { width: 100%; }
.said { color: var(--rust); }
</style>
