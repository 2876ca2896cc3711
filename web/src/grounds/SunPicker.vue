<script setup lang="ts">
import type { SunMap } from '@/api/client'
import { BANDS } from './bands'
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
  <p v-if="sunny && map" class="legend">Hours a day <span v-for="b in BANDS" :key="b.from"><i :style="{ background: b.fill, opacity: b.opacity }" />{{ b.text }}</span></p>
</template>

<style scoped>
.bar { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; padding: 6px 0; }
.legend { display: flex; flex-wrap: wrap; font-size: 13px; align-items: center; gap: 2px 0; }
.legend span { padding: 2px 8px; font: 13px var(--figures); position: relative; isolation: isolate; }
.legend span:first-of-type { margin-left: 8px; }
.legend i { position: absolute; inset: 0; z-index: -1; }
@media print { .legend i { print-color-adjust: exact; } }
</style>
