<script setup lang="ts">
import { NCollapse, NCollapseItem } from 'naive-ui'
import { computed, ref } from 'vue'

import type { Group } from '@/api/client'
import QuestionList from './QuestionList.vue'
import { useSetTo } from './useSetTo'

/** A group of questions folded under one line that says what it is set to. */
const props = defineProps<{ group: Group; unset?: string }>()
const { line: answers, wrong } = useSetTo(() => props.group)
const open = ref<string[]>([])
const line = computed(() => answers.value || props.unset || props.group.says || 'as usual')
const fold = (names: (string | number)[]) => (open.value = names.map(String))
const shown = computed(() => (wrong.value ? [props.group.key] : open.value))
</script>

<template>
  <n-collapse class="fold" :expanded-names="shown" display-directive="if" @update:expanded-names="fold">
    <n-collapse-item :name="group.key" :data-group="group.key">
      <template #header><span class="title">{{ group.title }}</span><span class="line">{{ line }}</span></template>
      <QuestionList :questions="group.questions" :stage="group.stage" />
    </n-collapse-item>
  </n-collapse>
</template>

<style scoped>
.title { font-weight: 700; margin-right: 10px; white-space: nowrap; }
.line { color: var(--faint); overflow-wrap: anywhere; }
</style>
