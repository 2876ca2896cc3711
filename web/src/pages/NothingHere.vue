<script setup lang="ts">
defineProps<{ detail?: string }>()
</script>

<template>
  <main class="nothing">
    <h1>{{ detail ?? 'There is nothing at this address.' }}</h1>
    <p><router-link :to="{ name: 'home' }">Go to the yard</router-link>, where all beds are.</p>
  </main>
</template>

<style scoped>
.nothing { padding: 48px 24px; max-width: 560px; margin: 0 auto; display: grid; gap: 8px; }
</style>
