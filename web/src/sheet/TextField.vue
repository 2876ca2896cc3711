<script setup lang="ts">
import { NInput } from 'naive-ui'
import { computed } from 'vue'

import { useSheet } from '@/state/sheet'
import FieldTrouble from './FieldTrouble.vue'

/** A few words. */
const props = defineProps<{ path: string; label: string; id: string; optional?: boolean; placeholder?: string }>()
const { edit, valueAt, problemAt } = useSheet()
const text = computed(() => String(valueAt(props.path) ?? ''))
const put = (typed: string) => edit(props.path, props.optional && !typed.trim() ? undefined : typed)
</script>

<template>
  <div>
    <n-input :value="text" :placeholder="placeholder ?? ''" :status="problemAt(path) ? 'error' : undefined" class="box" :input-props="{ id, 'aria-label': label, 'aria-invalid': Boolean(problemAt(path)), autocomplete: 'off', maxlength: 80 }" @update:value="put" />
    <FieldTrouble :path="path" />
  </div>
</template>

<style scoped>
.box { max-width: 320px; }
</style>
