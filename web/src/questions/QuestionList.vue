<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import QuestionRow from './QuestionRow.vue'

/** Questions in the core's order, those alone that apply to what is answered so far. */
const props = defineProps<{ questions: Asked[]; stage: string }>()
const { valueAt } = useThisBed()
const usualOf = (path: string) => props.questions.find((q) => q.path === path)?.usual ?? ''
const applies = (asked: Asked) => Object.entries(asked.when ?? {}).every(([path, values]) => values.includes(String(valueAt(path) ?? usualOf(path))))
const shown = computed(() => props.questions.filter(applies))
</script>

<template>
  <QuestionRow v-for="q in shown" :key="q.path" :asked="q" :stage="stage" />
</template>
