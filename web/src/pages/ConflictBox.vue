<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'

/** Two versions of one bed, side by side: nothing is overwritten until the gardener has chosen. */
const { conflict, resolve } = useThisBed()
const show = (value: unknown) => (value === undefined || value === null ? 'not set' : typeof value === 'object' ? JSON.stringify(value) : String(value))
const rows = computed(() => conflict.value?.clashes.map((c) => ({ field: c.field, mine: show(c.mine), saved: show(c.theirs) })) ?? [])
const when = computed(() => (conflict.value ? new Date(conflict.value.saved.saved_at).toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: false }) : ''))
const words = (field: string) => field.replaceAll('_', ' ').replaceAll('.', ', ')
</script>

<template>
  <section v-if="conflict" class="conflict" role="alertdialog" aria-labelledby="conflict-title">
    <h2 id="conflict-title">This bed was changed elsewhere at {{ when }}</h2>
    <p>The same was changed in two ways, so what you have here is not saved. Both versions are kept until you choose.</p>
    <table>
      <thead><tr><th>Differs in</th><th>Here</th><th>Saved</th></tr></thead>
      <tbody><tr v-for="r in rows" :key="r.field"><td>{{ words(r.field) }}</td><td class="figures">{{ r.mine }}</td><td class="figures">{{ r.saved }}</td></tr></tbody>
    </table>
    <div class="ways">
      <n-button @click="resolve('saved')">Take the saved one</n-button>
      <n-button @click="resolve('mine')">Put mine on top of it</n-button>
      <n-button @click="resolve('copy')">Keep both: mine as a new bed</n-button>
    </div>
    <p class="faint">Mine on top can be undone: the saved one stays in the bed's history.</p>
  </section>
</template>

<style scoped>
.conflict { border: 2px solid var(--rust); padding: 12px; margin-bottom: 16px; display: grid; gap: 8px; }
.ways { display: flex; flex-wrap: wrap; gap: 8px; }
td { overflow-wrap: anywhere; }
</style>
