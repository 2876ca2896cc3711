<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Group } from '@/api/client'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Question from '@/sheet/Question.vue'
import TickBox from '@/sheet/TickBox.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'
import QuestionList from './QuestionList.vue'
import { useSetTo } from './useSetTo'

/** Something a bed has or not: a box to tick; once it is there, one line that says what it is, and its questions when
    opened, or always where it is to stand `open`. */
const props = defineProps<{ group: Group; open?: boolean }>()
const { edit, startOf, valueAt } = useSheet()
const there = computed(() => Boolean(valueAt(props.group.path)))
const start = computed(() => startOf(props.group.path))
const opened = ref(false)
const { line, wrong } = useSetTo(() => props.group)

function put(on: boolean) {
  opened.value = on
  edit(props.group.path, on ? start.value : undefined)
}
</script>

<template>
  <Question :ask="group.title">
    <div class="row">
      <TickBox :id="`add-${group.key}`" :done="there" :disabled="!there && !start" :label="group.title" @tick="put">{{ group.says }}</TickBox>
      <TextButton v-if="there && !open" class="no-print" :aria-expanded="opened || wrong" :aria-label="`${group.title}: ${opened ? 'fold' : 'change'}`" @click="opened = !opened">{{ opened ? 'fold' : 'change' }}</TextButton>
    </div>
    <p v-if="there && !opened && !open" class="line">{{ line }}</p>
    <FieldTrouble :path="group.path" />
  </Question>
  <div v-if="there && (opened || wrong || open)" class="asks"><QuestionList :questions="group.questions" :stage="group.stage" /></div>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 2px 10px; align-items: center; min-height: 34px; }
.line { color: var(--faint); font-size: 14px; }
.asks { border-left: 2px solid var(--rule); padding-left: 12px; margin-bottom: 6px; }
</style>
