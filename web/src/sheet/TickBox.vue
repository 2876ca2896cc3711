<script setup lang="ts">
import { NCheckbox } from 'naive-ui'

/** A box to tick, with the word for it beside it or, where there is none, in its label. */
defineProps<{ done: boolean; label?: string; id?: string; disabled?: boolean }>()
const emit = defineEmits<{ tick: [done: boolean] }>()
</script>

<template>
  <n-checkbox :id="id" class="tick" :checked="done" :disabled="disabled" :aria-label="label" size="large" @update:checked="emit('tick', $event)"><slot /></n-checkbox>
</template>
