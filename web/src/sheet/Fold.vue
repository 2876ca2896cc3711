<script setup lang="ts">
/** Something folded away under one line, which a press, Enter or Space unfolds. */
const open = defineModel<boolean>('open', { default: false })
/** What is `printed` is on paper folded or not. */
defineProps<{ title?: string; printed?: boolean }>()
</script>

<template>
  <div class="folded" :class="{ open }">
    <button type="button" class="head" :aria-expanded="open" @click="open = !open">
      <svg class="arrow" width="12" height="12" viewBox="0 0 12 12" aria-hidden="true"><path d="M4 2l4 4l-4 4" /></svg>
      <span class="line"><slot name="header">{{ title }}</slot></span>
    </button>
    <div v-if="open || printed" class="content" :class="{ 'print-only': !open }"><slot /></div>
  </div>
</template>

<style scoped>
.head { display: flex; gap: 8px; align-items: baseline; width: 100%; min-height: 36px; padding: 4px 0; background: none; border: 0; font: inherit; color: inherit; text-align: left; cursor: pointer; }
.head:focus-visible { outline: 3px solid var(--chalk); outline-offset: 1px; }
.line { min-width: 0; flex: 1; }
.arrow { flex: none; }
.arrow path { fill: none; stroke: var(--chalk); stroke-width: 1.8; }
.open > .head .arrow { transform: rotate(90deg); }
.content { padding: 2px 0 6px; }
@media (pointer: coarse) { .head { min-height: 44px; } }
@media print { .arrow { display: none; } }
</style>
