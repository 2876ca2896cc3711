<script setup lang="ts">
import { NInput } from 'naive-ui'
import { computed, ref } from 'vue'

import type { Asked } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import { useSheet } from '@/state/sheet'

/** Boards of mixed widths: each one measured, or their average. */
defineProps<{ asked: Asked; stage: string }>()
const { edit, problems, built, valueAt } = useThisBed()
const { startOf } = useSheet()
const listed = computed(() => Array.isArray(valueAt('construction.widths')) && !valueAt('construction.average'))
const widths = computed(() => ((valueAt('construction.widths') as string[] | undefined) ?? []).join(', '))
const wrongOnes = computed(() => problems.value.filter((p) => /^construction\.widths\.\d+$/.test(p.field)))

function by(way: string) {
  if (way === 'average') edit('construction.average', startOf('construction.average'), (d) => ({ ...d, construction: { ...d.construction, widths: [] } }) as typeof d)
  else edit('construction.average', undefined)
}
/** What is being typed is taken once the field is left. */
const typed = ref<string | null>(null)
function put(text: string) {
  typed.value = null
  edit('construction.widths', text.split(/[,;\n]/).map((w) => w.trim()).filter(Boolean))
}
</script>

<template>
  <Question :id="listed ? 'widths' : 'average'" :ask="asked.ask">
    <select class="pick" aria-label="Widths are given by" :value="listed ? 'list' : 'average'" @change="by(($event.target as HTMLSelectElement).value)">
      <option value="list">each one measured</option>
      <option value="average">by their average</option>
    </select>
    <template v-if="listed">
      <n-input class="list" type="textarea" :value="typed ?? widths" :autosize="{ minRows: 3, maxRows: 8 }" :placeholder="built === 'metric' ? '95 mm, 120 mm, 98 mm …' : '3 1/2 in, 4 3/4 in, 3 7/8 in …'" :input-props="{ id: 'widths', 'aria-label': 'Widths of the boards, one after the other' }" @update:value="typed = $event" @change="put" />
      <p class="faint small">{{ (valueAt('construction.widths') as string[] | undefined)?.length ?? 0 }} boards, separated by commas.</p>
    </template>
    <LengthField v-else id="average" path="construction.average" label="Average width" />
    <FieldTrouble path="construction.widths" />
    <FieldTrouble v-for="p in wrongOnes" :key="p.field" :path="p.field" />
  </Question>
</template>

<style scoped>
.list { width: 100%; margin-top: 4px; font-family: var(--figures); }
.small { font-size: 13px; }
</style>
