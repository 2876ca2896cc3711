<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { ref } from 'vue'

import { api, type BedOnPlan, type FieldProblem, type Place, type Units } from '@/api/client'
import { useBedsOfYard } from '@/bed/useBedsOfYard'
import AskedWrong from '@/sheet/AskedWrong.vue'

/** More beds like one, in a row with paths between: each is a bed of its own. */
const props = defineProps<{ yard: string; bed: BedOnPlan; units: Units }>()
const emit = defineEmits<{ places: [places: Record<string, Place>] }>()
const { copy } = useBedsOfYard()
const TOWARD = [{ value: 'right', text: 'to its right' }, { value: 'left', text: 'to its left' }, { value: 'back', text: 'behind it' }, { value: 'front', text: 'in front of it' }] as const
const toward = ref<(typeof TOWARD)[number]['value']>('right')
const times = ref('1')
const path = ref(props.units === 'metric' ? '600 mm' : '24 in')
const wrong = ref<FieldProblem[]>([])
const busy = ref(false)
const said = ref('')
async function repeat() {
  busy.value = true
  said.value = ''
  const answer = await api.repeat(props.yard, props.bed.id, times.value, toward.value, path.value)
  wrong.value = answer.ok ? [] : answer.problem.problems
  const made: Record<string, Place> = {}
  for (const place of answer.ok ? answer.value.places : []) {
    const bed = await copy(props.bed.id)
    if (bed) made[bed.id] = place
  }
  if (Object.keys(made).length) emit('places', made)
  if (answer.ok) said.value = `${answer.value.says}.`
  busy.value = false
}
</script>

<template>
  <p class="row">
    <n-input v-model:value="times" class="few" size="small" placeholder="" :input-props="{ 'aria-label': `How many more beds like ${bed.name}`, inputmode: 'numeric', autocomplete: 'off' }" />
    <span>more</span>
    <select v-model="toward" class="pick" :aria-label="`Where the beds like ${bed.name} stand`"><option v-for="t in TOWARD" :key="t.value" :value="t.value">{{ t.text }}</option></select>
    <span>with a path of</span>
    <n-input v-model:value="path" class="path" size="small" placeholder="" :input-props="{ 'aria-label': `Path between the beds like ${bed.name}`, autocomplete: 'off' }" />
    <n-button size="small" :disabled="busy" :aria-label="`Repeat ${bed.name}`" @click="repeat">Repeat</n-button>
  </p>
  <p v-if="said" class="faint" role="status">{{ said }}</p>
  <AskedWrong :wrong="wrong" />
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 6px 8px; align-items: center; }
.few { width: 52px; }
.path { width: 96px; }
.few, .path { font-family: var(--figures); }
</style>
