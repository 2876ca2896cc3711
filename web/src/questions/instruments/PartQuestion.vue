<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import QuestionList from '@/questions/QuestionList.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Question from '@/sheet/Question.vue'
import TickBox from '@/sheet/TickBox.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import { useSheet } from '@/state/sheet'
import { idOf } from '@/questions/asked'

/** A part that is there or not: a box to tick, and its own questions once it is. */
const props = defineProps<{ asked: Asked; stage: string }>()
const { edit, startOf, valueAt } = useSheet()
const there = computed(() => Boolean(valueAt(props.asked.path)))
const start = computed(() => startOf(props.asked.path))
</script>

<template>
  <Question :ask="asked.ask" :hint="asked.hint ?? undefined">
    <TickBox :id="idOf(asked)" :done="there" :disabled="!there && !start" :label="asked.label" @tick="edit(asked.path, $event ? start : undefined)">{{ asked.after }}</TickBox>
    <FieldTrouble :path="asked.path" />
    <WatchOuts :stage="stage" :fields="asked.watch ?? []" />
  </Question>
  <div v-if="there" class="asks"><QuestionList :questions="asked.rows ?? []" :stage="stage" /></div>
</template>

<style scoped>
.asks { border-left: 2px solid var(--rule); padding-left: 12px; margin-bottom: 6px; }
</style>
