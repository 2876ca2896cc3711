<script setup lang="ts">
import GroupFold from '@/questions/GroupFold.vue'
import { useQuestions } from '@/questions/useQuestions'

/** The saw, where this bed is sawn with another than the yard's. */
const saw = useQuestions('bed').group('saw')
</script>

<template>
  <section class="saw no-print" aria-labelledby="saw-title">
    <h2 id="saw-title">The saw</h2>
    <GroupFold v-if="saw" :group="saw" />
  </section>
</template>

<style scoped>
.saw { margin-top: 20px; }
</style>
