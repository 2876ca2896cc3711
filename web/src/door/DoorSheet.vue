<script setup lang="ts">
/** What is seen before one is in: a gate across the page, and what is asked on it. */
defineProps<{ title: string }>()
</script>

<template>
  <main class="door">
    <svg class="gate" viewBox="0 0 520 60" aria-hidden="true" preserveAspectRatio="none"><path d="M0 14H520M0 44H520" /><path v-for="n in 21" :key="n" :d="`M${n * 25 - 12} 2V58`" /></svg>
    <div class="asks">
      <h1>{{ title }}</h1>
      <slot />
    </div>
  </main>
</template>

<style scoped>
.door { max-width: 520px; margin: 0 auto; padding: 7vh 16px 32px; }
.gate { width: 100%; height: 60px; display: block; }
.gate path { stroke: var(--moss); stroke-width: 7; fill: none; vector-effect: non-scaling-stroke; }
.gate path:first-child { stroke-width: 9; }
.asks { background: var(--sheet); border: 1px solid var(--rule); border-top: 0; padding: 20px 24px 24px; display: grid; gap: 14px; }
.asks :deep(form) { display: grid; gap: 14px; }
.asks :deep(.write) { width: 100%; min-height: 40px; }
</style>
