<script setup lang="ts">
import { useThisBed } from '@/bed/useBed'
import { typeset } from '@/measure/print'
import TickBox from './TickBox.vue'

/** Steps in the order of work, each ticked off once it is done. */
defineProps<{ steps: { key: string; words: string }[]; kind: string }>()
const { ticked, tick } = useThisBed()
</script>

<template>
  <section v-if="steps.length" aria-label="In this order">
    <h2>In this order</h2>
    <ol>
      <li v-for="(step, n) in steps" :key="step.key" :data-step="step.key">
        <TickBox :done="ticked.has(`${kind}/${step.key}`)" :label="`Step ${n + 1} is done`" @tick="tick(kind, step.key, $event)" />
        <span><span class="figures">{{ n + 1 }}</span> {{ typeset(step.words) }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
li { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 10px; align-items: start; padding: 4px 0; }
</style>
