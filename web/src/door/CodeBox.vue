<script setup lang="ts">
import { onMounted, ref } from 'vue'

/** A code of a second factor to type. */
const text = defineModel<string>({ required: true })
const props = defineProps<{ id: string; label: string; hint: string; invalid?: boolean; atOnce?: boolean }>()
const box = ref<HTMLInputElement | null>(null)
onMounted(() => props.atOnce && box.value?.focus())
</script>

<template>
  <p class="row">
    <label :for="id">{{ label }}</label>
    <input :id="id" ref="box" v-model="text" class="write figures" autocomplete="one-time-code" autocapitalize="off" spellcheck="false" maxlength="40" :aria-invalid="invalid" :aria-describedby="`${id}-hint`">
    <small :id="`${id}-hint`" class="faint">{{ hint }}</small>
  </p>
</template>

<style scoped>
.row { display: grid; gap: 3px; }
</style>
