<script setup lang="ts">
import { NInput } from 'naive-ui'
import { computed } from 'vue'

import { useSheet } from '@/state/sheet'
import FieldTrouble from './FieldTrouble.vue'

/** A bare number or price. What cannot be read is sent as typed, so that the core can name it. */
const props = defineProps<{ path: string; label: string; id: string; optional?: boolean; decimal?: boolean; placeholder?: string; before?: string; after?: string }>()
const { edit, valueAt, problemAt } = useSheet()
const text = computed(() => String(valueAt(props.path) ?? ''))

function put(typed: string) {
  // A comma before one or two digits is a decimal one.
  const value = typed.trim().replace(/^(\d+),(\d{1,2})$/, '$1.$2')
  if (props.optional && !value) edit(props.path, undefined)
  // Money goes as written, digits exact; a count as a number where it is one.
  else if (props.decimal || value === '' || !Number.isFinite(Number(value))) edit(props.path, value)
  else edit(props.path, Number(value))
}
</script>

<template>
  <div>
    <span class="row">
      <span v-if="before" class="faint">{{ before }}</span>
      <n-input :value="text" :placeholder="placeholder ?? ''" :status="problemAt(path) ? 'error' : undefined" class="box" :input-props="{ id, 'aria-label': label, 'aria-invalid': Boolean(problemAt(path)), inputmode: 'decimal', autocomplete: 'off' }" @update:value="put" />
      <span v-if="after" class="faint">{{ after }}</span>
    </span>
    <FieldTrouble :path="path" />
  </div>
</template>

<style scoped>
.row { display: inline-flex; gap: 6px; align-items: center; }
.box { width: 92px; font-family: var(--figures); }
@media (pointer: coarse) { .box :deep(input) { height: 42px; } }
</style>
