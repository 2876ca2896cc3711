<script setup lang="ts">
import { NInput } from 'naive-ui'
import { computed } from 'vue'

import type { Asked, Design } from '@/api/client'
import { write } from '@/state/paths'
import { useThisBed } from '@/bed/useBed'
import { asTyped, printLength, typeset } from '@/measure/print'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'

/** How high: by a length, or by so many courses (or rows of sheet). */
const props = defineProps<{ asked: Asked; stage: string }>()
const { draft, plan, units, edit, problemAt, valueAt } = useThisBed()
const unit = computed(() => props.asked.after ?? 'courses')
const lengthOnly = computed(() => props.asked.instrument === 'height_only')
const byCourses = computed(() => !lengthOnly.value && draft.value?.courses !== undefined && draft.value.courses !== null)
const tall = computed(() => (plan.value?.outside ? printLength(plan.value.outside.height_mm, units.value) : ''))

function by(way: string) {
  const clear = (next: Design) => write(next, way === 'courses' ? 'height' : 'courses', undefined)
  if (!plan.value?.outside) return
  if (way === 'courses') edit('courses', plan.value.outside.courses, clear)
  else edit('height', asTyped(tall.value), clear)
}
function courses(text: string) {
  const number = Number(text)
  edit('courses', text.trim() !== '' && Number.isInteger(number) ? number : text)
}
</script>

<template>
  <Question :id="byCourses ? 'courses' : 'height'" :ask="asked.ask">
    <div v-if="!lengthOnly" class="row">
      <select class="pick" aria-label="Height is given by" :value="byCourses ? 'courses' : 'height'" @change="by(($event.target as HTMLSelectElement).value)">
        <option value="courses">in {{ unit }}</option>
        <option value="height">as a length</option>
      </select>
      <template v-if="byCourses">
        <n-input class="few" :value="String(valueAt('courses') ?? '')" placeholder="" :status="problemAt('courses') ? 'error' : undefined" :input-props="{ id: 'courses', 'aria-label': 'Courses', inputmode: 'numeric', autocomplete: 'off', 'aria-invalid': Boolean(problemAt('courses')) }" @update:value="courses" />
        <span class="echo figures">{{ typeset(tall) }}</span>
      </template>
    </div>
    <FieldTrouble v-if="byCourses" path="courses" />
    <LengthField v-else id="height" path="height" label="Height" :optional="lengthOnly" :placeholder="typeset(tall)" />
    <WatchOuts :stage="stage" :fields="asked.watch" />
  </Question>
</template>

<style scoped>
.row { display: flex; gap: 8px; align-items: center; margin-bottom: 4px; }
.few { width: 72px; font-family: var(--figures); }
.echo { color: var(--faint); font-size: 13px; }
</style>
