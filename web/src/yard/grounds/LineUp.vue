<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'

import { api, type BedOnPlan, type FieldProblem, type Grounds, type Place } from '@/api/client'
import AskedWrong from '@/sheet/AskedWrong.vue'

/** A bed brought level with something on the plan: one edge of both at one line. */
const props = defineProps<{ yard: string; bed: BedOnPlan; plan: Grounds; beds: BedOnPlan[] }>()
const emit = defineEmits<{ place: [place: Place] }>()
const EDGES = [{ value: 'left', text: 'left' }, { value: 'right', text: 'right' }, { value: 'lower', text: 'lower' }, { value: 'upper', text: 'upper' }] as const
const edge = ref<(typeof EDGES)[number]['value']>('left')
const others = computed(() => [
  ...props.beds.filter((b) => b.id !== props.bed.id && b.site?.placed).map((b) => ({ value: b.id, text: b.name })),
  ...props.plan.things.map((t) => ({ value: t.name, text: t.name })),
  ...(props.plan.edge ? [{ value: 'yard', text: 'the edge of the yard' }] : []),
])
const picked = ref<string | null>(null)
const what = computed(() => picked.value ?? others.value[0]?.value ?? '')
const wrong = ref<FieldProblem[]>([])
async function line() {
  const answer = await api.lineUp(props.yard, props.bed.id, what.value, edge.value)
  wrong.value = answer.ok ? [] : answer.problem.problems
  if (answer.ok) emit('place', answer.value)
}
</script>

<template>
  <p v-if="others.length" class="row">
    <select v-model="edge" class="pick" :aria-label="`Edge of ${bed.name} that is lined up`"><option v-for="e in EDGES" :key="e.value" :value="e.value">its {{ e.text }} edge</option></select>
    <span>with that of</span>
    <select class="pick" :value="what" :aria-label="`What ${bed.name} is lined up with`" @change="picked = ($event.target as HTMLSelectElement).value"><option v-for="o in others" :key="o.value" :value="o.value">{{ o.text }}</option></select>
    <n-button size="small" :aria-label="`Line up ${bed.name}`" @click="line">Line up</n-button>
  </p>
  <AskedWrong :wrong="wrong" />
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 6px 8px; align-items: center; }
</style>
