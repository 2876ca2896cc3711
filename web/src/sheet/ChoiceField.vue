<script setup lang="ts" generic="T extends string">
import { computed } from 'vue'

import { useSheet } from '@/state/sheet'
import FieldTrouble from './FieldTrouble.vue'

/** One of several: picked from a list. */
const props = defineProps<{ path: string; label: string; id: string; options: { value: T; text: string }[]; fallback?: T; shown?: T; optional?: boolean }>()
const { edit, valueAt } = useSheet()
const value = computed(() => props.shown ?? (valueAt(props.path) as T | undefined) ?? props.fallback ?? (props.optional ? ('' as T) : undefined))
const known = computed(() => props.options.some((o) => o.value === value.value))
</script>

<template>
  <div>
    <select :id="id" class="pick" :value="value" :aria-label="label" @change="edit(path, ($event.target as HTMLSelectElement).value || undefined)">
      <option v-if="optional" value="">as usual</option>
      <option v-if="value && !known" :value="value">{{ value }}</option>
      <option v-for="o in options" :key="o.value" :value="o.value">{{ o.text }}</option>
    </select>
    <FieldTrouble :path="path" />
  </div>
</template>
