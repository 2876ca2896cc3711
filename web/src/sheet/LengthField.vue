<script setup lang="ts">
import { NInput } from 'naive-ui'
import { computed } from 'vue'

import { useSheet } from '@/state/sheet'
import { stepLength, typeset } from '@/measure/print'
import FieldTrouble from './FieldTrouble.vue'

/** A length (or volume) as people write it, echoed as the core understood it. Arrow keys step it. */
const props = defineProps<{ path: string; label: string; id: string; placeholder?: string; optional?: boolean }>()
const { root = '', edit, understood: understoodAt, units, built, valueAt, problemAt } = useSheet()

const text = computed(() => {
  const value = valueAt(props.path)
  return value === undefined || value === null ? '' : String(value)
})
const wrong = computed(() => problemAt(props.path))
const understood = computed(() => (wrong.value || !text.value ? undefined : understoodAt(props.path)))
const echo = computed(() => {
  const u = understood.value
  if (!u) return ''
  const read = units.value === 'metric' ? u.metric : u.imperial
  return read.replace('−', '-') === text.value.trim().replaceAll("'", '′').replaceAll('"', '″') ? '' : typeset(read)
})

function put(value: string) {
  edit(props.path, props.optional && !value.trim() ? undefined : value)
}

/** Where the arrow keys stand, ahead of the plan when they are pressed quickly. */
let stepped: { mm: number; text: string } | null = null

function step(event: KeyboardEvent) {
  const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
  if (!by || understood.value?.unit !== 'mm') return
  event.preventDefault()
  const from = stepped?.text === text.value ? stepped.mm : understood.value.amount
  stepped = stepLength(from, built.value, by, event.shiftKey)
  put(stepped.text)
}
</script>

<template>
  <div>
    <div class="row">
      <n-input
        :value="text" :placeholder="placeholder ?? ''" :status="wrong ? 'error' : undefined" class="box"
        :input-props="{ id, 'aria-label': label, 'aria-invalid': Boolean(wrong), 'aria-describedby': wrong ? `wrong-${root}${path}` : `echo-${id}`, autocomplete: 'off', inputmode: 'text', spellcheck: false }"
        @update:value="put" @keydown="step"
      />
      <span :id="`echo-${id}`" class="echo figures">{{ echo }}</span>
    </div>
    <FieldTrouble :path="path" />
  </div>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; align-items: center; gap: 2px 10px; }
.box { width: 132px; font-family: var(--figures); }
.echo { color: var(--faint); font-size: 13px; }
@media (pointer: coarse) { .box :deep(input) { height: 42px; } }
</style>
