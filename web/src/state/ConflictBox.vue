<script setup lang="ts">
import { NButton, NTable } from 'naive-ui'
import { computed } from 'vue'

import type { Clash } from '@/state/merge'

/** Two versions of one document, side by side: nothing is overwritten until the gardener has chosen. */
const props = defineProps<{ what: 'bed' | 'yard'; clashes: Clash[]; savedAt: string }>()
const emit = defineEmits<{ resolve: [choice: 'saved' | 'mine' | 'copy'] }>()
const show = (value: unknown) => (value === undefined || value === null ? 'not set' : typeof value === 'object' ? JSON.stringify(value) : String(value))
const rows = computed(() => props.clashes.map((c) => ({ field: c.field.replaceAll('_', ' ').replaceAll('.', ', '), mine: show(c.mine), saved: show(c.theirs) })))
const when = computed(() => new Date(props.savedAt).toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: false }))
</script>

<template>
  <section class="conflict" role="alertdialog" aria-labelledby="conflict-title">
    <h2 id="conflict-title">This {{ what }} was changed elsewhere at {{ when }}</h2>
    <p>The same was changed in two ways, so what you have here is not saved. Both versions are kept until you choose.</p>
    <n-table size="small" :bordered="false">
      <thead><tr><th>Differs in</th><th>Here</th><th>Saved</th></tr></thead>
      <tbody><tr v-for="r in rows" :key="r.field"><td>{{ r.field }}</td><td class="figures">{{ r.mine }}</td><td class="figures">{{ r.saved }}</td></tr></tbody>
    </n-table>
    <div class="ways">
      <n-button @click="emit('resolve', 'saved')">Take the saved one</n-button>
      <n-button @click="emit('resolve', 'mine')">Put mine on top of it</n-button>
      <n-button v-if="what === 'bed'" @click="emit('resolve', 'copy')">Keep both: mine as a new bed</n-button>
    </div>
    <p class="faint">Mine on top can be undone: the saved one stays in the {{ what }}'s history.</p>
  </section>
</template>

<style scoped>
.conflict { border: 2px solid var(--rust); padding: 12px; margin-bottom: 16px; display: grid; gap: 8px; }
.ways { display: flex; flex-wrap: wrap; gap: 8px; }
td { overflow-wrap: anywhere; }
</style>
