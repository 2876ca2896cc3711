<script setup lang="ts">
import { computed } from 'vue'

import type { BedOnPlan } from '@/api/client'
import { MONTHS } from './months'

/** Hours of direct sun a day, bed by bed and month by month. */
const props = defineProps<{ beds: BedOnPlan[] }>()
const rows = computed(() => props.beds.flatMap((b) => (b.site?.sun ? [{ id: b.id, name: b.name, sun: b.site.sun }] : [])))
</script>

<template>
  <p v-if="!rows.length" class="faint">No bed has a place with sun on it yet.</p>
  <div v-else class="wide" tabindex="0" role="region" aria-label="Sun by month">
    <table>
      <caption class="faint">Hours of sun a day on the 21st of each month, and over the months of growing</caption>
      <thead><tr><th scope="col">Bed</th><th v-for="m in MONTHS" :key="m" scope="col"><abbr :title="m">{{ m.charAt(0) }}</abbr></th><th scope="col">Growing</th></tr></thead>
      <tbody>
        <tr v-for="r in rows" :key="r.id" :data-sun-of="r.name"><th scope="row">{{ r.name }}</th><td v-for="(h, n) in r.sun.hours_by_month" :key="n" :class="r.sun.enough_for[n]">{{ h.toFixed(1) }}</td><td class="season">{{ r.sun.hours_season.toFixed(1) }}</td></tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.wide { overflow-x: auto; }
table { border-collapse: collapse; width: 100%; }
caption { text-align: left; padding-bottom: 4px; }
abbr { text-decoration: none; }
th { font-weight: 400; text-align: left; }
thead th { text-align: right; color: var(--faint); font-size: 13px; }
thead th:first-child { text-align: left; }
td { font: 13px var(--figures); text-align: right; padding: 4px 0 4px 6px; }
tbody tr { border-top: 1px solid var(--rule); }
tbody th { padding: 4px 8px 4px 0; }
.leaves { color: var(--faint); }
.shade { color: var(--rust); }
.season { font-weight: 700; }
</style>
