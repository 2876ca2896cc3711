<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import QuestionRow from '@/questions/QuestionRow.vue'
import { applies, inRow } from '@/questions/asked'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Question from '@/sheet/Question.vue'
import TextButton from '@/sheet/TextButton.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import { useSheet } from '@/state/sheet'

/** Any number of things alike, each asked the same: a row of questions for every one of them. */
const props = defineProps<{ asked: Asked; stage: string }>()
const { edit, startOf, valueAt } = useSheet()
const rows = computed(() => (valueAt(props.asked.path) as object[] | undefined) ?? [])
const start = computed(() => startOf(`${props.asked.path}.0`) as object | undefined)
const questions = (n: number) => (props.asked.rows ?? []).map((q) => inRow(q, n)).filter((q, _, all) => applies(q, all, valueAt))
const without = (n: number) => rows.value.filter((_, at) => at !== n)
</script>

<template>
  <Question :ask="asked.ask" :hint="asked.hint ?? undefined">
    <TextButton :disabled="!start" :data-add="asked.path" @click="edit(asked.path, [...rows, start])">{{ rows.length ? 'One more' : 'Add one' }}</TextButton>
    <FieldTrouble :path="asked.path" />
    <WatchOuts :stage="stage" :fields="asked.watch ?? []" />
  </Question>
  <fieldset v-for="(_, n) in rows" :key="n" class="row">
    <legend>{{ asked.ask }}, {{ n + 1 }}</legend>
    <QuestionRow v-for="q in questions(n)" :key="q.path" :asked="q" :stage="stage" :questions="asked.rows ?? []" />
    <FieldTrouble :path="`${asked.path}.${n}`" />
    <TextButton :aria-label="`${asked.ask}, ${n + 1}: remove`" @click="edit(asked.path, without(n).length ? without(n) : undefined)">Remove</TextButton>
  </fieldset>
</template>

<style scoped>
.row { border: 0; border-left: 2px solid var(--rule); margin: 0 0 8px; padding: 0 0 4px 12px; min-width: 0; }
.row legend { padding: 0; font-size: 13px; color: var(--ink-faint); }
</style>
