<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'

import { differences } from '@/state/paths'
import { useThisBed } from '@/bed/useBed'

/** Two versions of one bed, side by side: nothing is overwritten until the gardener has chosen. */
const { conflict, resolve } = useThisBed()
const rows = computed(() => (conflict.value ? differences(conflict.value.mine, conflict.value.saved.design) : []))
const when = computed(() => (conflict.value ? new Date(conflict.value.saved.saved_at).toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: false }) : ''))
const words = (field: string) => field.replaceAll('_', ' ').replaceAll('.', ', ')
</script>

<template>
  <section v-if="conflict" class="conflict" role="alertdialog" aria-labelledby="conflict-title">
    <h2 id="conflict-title">This bed was changed elsewhere at {{ when }}</h2>
    <p>What you have here started from an older version, so it was not saved. Both versions are kept until you choose.</p>
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
