<script setup lang="ts">
import { computed } from 'vue'

import { printDay } from '@/measure/print'
import { useSheet } from '@/state/sheet'
import FieldTrouble from './FieldTrouble.vue'

/** A day, picked or typed; beside it as the yard writes days. */
const props = defineProps<{ path: string; label: string; id: string; optional?: boolean }>()
const { edit, valueAt, problemAt } = useSheet()
const text = computed(() => String(valueAt(props.path) ?? ''))
const put = (typed: string) => edit(props.path, props.optional && !typed ? undefined : typed)
const said = computed(() => {
  const day = new Date(`${text.value}T12:00:00`)
  return text.value && !Number.isNaN(day.getTime()) ? printDay(day) : ''
})
</script>

<template>
  <div>
    <input :id="id" type="date" class="write figures" :value="text" :aria-label="label" :aria-invalid="Boolean(problemAt(path))" @change="put(($event.target as HTMLInputElement).value)">
    <span class="faint small"> {{ said }}</span>
    <FieldTrouble :path="path" />
  </div>
</template>

<style scoped>
.small { font-size: 13px; }
</style>
