<script setup lang="ts">
import StrengthLine from './StrengthLine.vue'

/** A passphrase to type, which can be shown; of a new one it is said how good it is, for whoever has that name. */
const text = defineModel<string>({ required: true })
withDefaults(defineProps<{ id: string; label: string; isNew?: boolean; invalid?: boolean; of?: string }>(), { of: '' })
const shown = defineModel<boolean>('shown', { default: false })
</script>

<template>
  <p class="row">
    <label :for="id">{{ label }}</label>
    <input :id="id" v-model="text" class="write" :type="shown ? 'text' : 'password'" :autocomplete="isNew ? 'new-password' : 'current-password'" maxlength="200" required :aria-invalid="invalid" :aria-describedby="isNew ? `${id}-hint` : undefined">
    <label class="show"><input v-model="shown" type="checkbox"> show it</label>
    <small v-if="isNew" :id="`${id}-hint`" class="faint">At least 12 characters: a few words that only you would put together.</small>
    <StrengthLine v-if="isNew" :passphrase="text" :name="of" />
  </p>
</template>

<style scoped>
.row { display: grid; gap: 3px; }
.show { font-size: 14px; display: inline-flex; gap: 6px; align-items: center; min-height: 30px; }
@media (pointer: coarse) { .show { min-height: 44px; } }
</style>
