<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { reactive, ref } from 'vue'

import { api, type FieldProblem } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { typeset } from '@/measure/print'
import AskedWrong from '@/sheet/AskedWrong.vue'

/** A level that stands level over a gap under one end: how much that is over a longer reach. */
const { id, units } = useThisBed()
const asked = reactive({ gap: '', level: units.value === 'metric' ? '600 mm' : '24 in', reach: '' })
const says = ref('')
const wrong = ref<FieldProblem[]>([])
async function work() {
  const answer = await api.packing(id, asked.gap, asked.level, asked.reach)
  wrong.value = answer.ok ? [] : answer.problem.problems
  says.value = answer.ok ? answer.value.says : ''
}
</script>

<template>
  <form class="row" aria-label="Packing over a reach" @submit.prevent="work">
    <span>Level over a gap of</span><n-input v-model:value="asked.gap" size="small" class="box" placeholder="" :input-props="{ 'aria-label': 'Gap under the end of the level', autocomplete: 'off' }" />
    <span>with a level of</span><n-input v-model:value="asked.level" size="small" class="box" placeholder="" :input-props="{ 'aria-label': 'Length of the level', autocomplete: 'off' }" />
    <span>over</span><n-input v-model:value="asked.reach" size="small" class="box" placeholder="" :input-props="{ 'aria-label': 'Reach', autocomplete: 'off' }" />
    <n-button size="small" attr-type="submit">Work it out</n-button>
    <span v-if="says" role="status" data-packing>{{ typeset(says) }}</span>
    <AskedWrong :wrong="wrong" />
  </form>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 6px 8px; align-items: center; font-size: 14px; }
.box { width: 96px; font-family: var(--figures); }
</style>
