<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'

import type { Asked } from '@/api/client'
import { inTurn } from '@/sheet/turns'
import { useSheet } from '@/state/sheet'
import QuestionRow from './QuestionRow.vue'
import { applies } from './asked'

/** Questions in the core's order, those alone that apply to what is answered so far. */
const props = defineProps<{ questions: Asked[]; stage: string }>()
const { valueAt } = useSheet()
/** The first questions come at once, the others after them, a few at a time. */
const AT_ONCE = 4
const there = ref(AT_ONCE)
const asked = computed(() => props.questions.filter((q) => applies(q, props.questions, valueAt)))
const shown = computed(() => asked.value.slice(0, there.value))
function more() {
  there.value += AT_ONCE
  if (there.value < asked.value.length) inTurn(more)
  else there.value = Infinity
}
onMounted(() => inTurn(more))
</script>

<template>
  <QuestionRow v-for="q in shown" :key="q.path" :asked="q" :stage="stage" :questions="questions" />
</template>
