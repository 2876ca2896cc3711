<script setup lang="ts">
/** One question of the working sheet: what is asked, the answer, what came of it. */
defineProps<{ ask: string; id?: string; hint?: string }>()
</script>

<template>
  <div class="question">
    <label v-if="id" class="ask" :for="id">{{ ask }}</label>
    <span v-else class="ask">{{ ask }}</span>
    <div class="answer">
      <slot />
      <p v-if="hint" class="hint">{{ hint }}</p>
    </div>
  </div>
</template>

<style scoped>
.question { display: grid; grid-template-columns: 150px minmax(0, 1fr); gap: 2px 16px; padding: 5px 0; align-items: start; }
.ask { padding-top: 6px; }
.answer { min-width: 0; }
.hint { color: var(--faint); font-size: 13px; }
@media (max-width: 560px) {
  .question { grid-template-columns: 1fr; }
  .ask { padding-top: 0; }
}
</style>
