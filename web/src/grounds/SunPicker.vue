<script setup lang="ts">
import type { SunMap } from '@/api/client'
import { MONTHS } from './months'
import type { MapOf } from './useGrounds'

/** Which month's sun is shown on the ground, and what its shades mean. */
defineProps<{ of: MapOf; map: SunMap | null; sunny: boolean }>()
const emit = defineEmits<{ ask: [of: MapOf] }>()
const asked = (value: string): MapOf => (value === 'none' || value === 'season' ? value : Number(value))
</script>

<template>
  <p class="bar no-print">
    <label for="sun-of">Sun on the ground</label>
    <select id="sun-of" class="pick" :value="String(of)" :disabled="!sunny" @change="emit('ask', asked(($event.target as HTMLSelectElement).value))">
      <option value="none">not shown</option><option value="season">over the months of growing</option>
      <option v-for="(m, n) in MONTHS" :key="m" :value="String(n + 1)">on 21 {{ m }}</option>
    </select>
    <span v-if="!sunny" class="faint">The place of the yard has no latitude yet.</span>
    <slot />
  </p>
  <p v-if="sunny && map" class="legend">Hours a day <span v-for="(text, n) in ['under 2', '2', '4', '6', '8', '10 and more']" :key="text" :class="`lit-${n}`">{{ text }}</span></p>
</template>

<style scoped>
.bar { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; padding: 6px 0; }
.legend { display: flex; flex-wrap: wrap; font-size: 13px; align-items: center; gap: 2px 0; }
.legend span { padding: 2px 8px; font: 13px var(--figures); position: relative; isolation: isolate; }
.legend span:first-of-type { margin-left: 8px; }
.legend span::before { content: ''; position: absolute; inset: 0; z-index: -1; background: var(--timber); }
.legend .lit-0::before { background: var(--ink); opacity: 0.42; }
.legend .lit-1::before { background: var(--ink); opacity: 0.28; }
.legend .lit-2::before { background: var(--ink); opacity: 0.14; }
.legend .lit-3::before { opacity: 0.3; }
.legend .lit-4::before { opacity: 0.6; }
.legend .lit-5::before { opacity: 0.9; }
@media print { .legend span::before { print-color-adjust: exact; } }
</style>
