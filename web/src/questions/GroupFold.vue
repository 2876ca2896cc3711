<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Group } from '@/api/client'
import Fold from '@/sheet/Fold.vue'
import QuestionList from './QuestionList.vue'
import { useSetTo } from './useSetTo'

/** A group of questions folded under one line that says what it is set to. */
const props = defineProps<{ group: Group; unset?: string }>()
const { line: answers, wrong } = useSetTo(() => props.group)
const open = ref(false)
const line = computed(() => answers.value || props.unset || props.group.says || 'as usual')
const shown = computed({ get: () => wrong.value || open.value, set: (now: boolean) => (open.value = now) })
</script>

<template>
  <Fold v-model:open="shown" class="fold" :data-group="group.key">
    <template #header><span class="title">{{ group.title }}</span><span class="line">{{ line }}</span></template>
    <QuestionList :questions="group.questions" :stage="group.stage" />
  </Fold>
</template>

<style scoped>
.title { font-weight: 700; margin-right: 10px; white-space: nowrap; }
.line { color: var(--faint); overflow-wrap: anywhere; }
</style>
