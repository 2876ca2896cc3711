<script setup lang="ts">
import { NCheckbox } from 'naive-ui'

/** A box to tick; the words beside it tick it too, and `label` is its whole name. */
const props = defineProps<{ done: boolean; label: string; id?: string; disabled?: boolean }>()
const emit = defineEmits<{ tick: [done: boolean] }>()
const press = () => !props.disabled && emit('tick', !props.done)
</script>

<template>
  <span class="tick-box">
    <n-checkbox :id="id" class="tick" :checked="done" :disabled="disabled" :aria-label="label" size="large" @update:checked="emit('tick', $event)" />
    <span v-if="$slots.default" class="word" :class="{ disabled }" aria-hidden="true" @click="press"><slot /></span>
  </span>
</template>

<style scoped>
.tick-box { display: inline-flex; align-items: center; gap: 8px; }
.tick { flex: none; }
.word { cursor: pointer; }
.disabled { color: var(--faint); cursor: default; }
@media (pointer: coarse) { .tick-box { min-height: 44px; min-width: 44px; } }
</style>
