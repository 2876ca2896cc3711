<script setup lang="ts">
import { NCollapse, NCollapseItem } from 'naive-ui'
import { computed, ref } from 'vue'

import type { Asked, Group } from '@/api/client'
import { useStock } from '@/bed/useStock'
import { typeset } from '@/measure/print'
import { useSheet } from '@/state/sheet'
import QuestionList from './QuestionList.vue'
import { setTo } from './asked'

/** A group of questions folded under one line that says what it is set to. */
const props = defineProps<{ group: Group; unset?: string }>()
const { problems, valueAt } = useSheet()
const stock = useStock()
const open = ref<string[]>([])
const nameOf = (asked: Asked, value: unknown) => {
  if (asked.kind === 'timber') return stock.value?.timber.find((t) => t.key === value || t.nominal === value)?.name
  return asked.kind === 'species' ? stock.value?.species.find((s) => s.key === value)?.name : undefined
}
const line = computed(() => typeset(setTo(props.group.questions, valueAt, nameOf)) || props.unset || props.group.says || 'as usual')
/** What is wrong within is never folded away. */
const wrong = computed(() => problems.value.some((p) => props.group.questions.some((q) => p.field === q.path || p.field.startsWith(`${q.path}.`))))
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
