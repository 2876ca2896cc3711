<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import { useSheet } from '@/state/sheet'
import QuestionRow from './QuestionRow.vue'
import { applies } from './asked'

/** Questions in the core's order, those alone that apply to what is answered so far. */
const props = defineProps<{ questions: Asked[]; stage: string }>()
const { valueAt } = useSheet()
const shown = computed(() => props.questions.filter((q) => applies(q, props.questions, valueAt)))
</script>

<template>
  <QuestionRow v-for="q in shown" :key="q.path" :asked="q" :stage="stage" :questions="questions" />
</template>
