<script setup lang="ts">
import { computed } from 'vue'

import type { Units, YardBed } from '@/api/client'
import PlainDrawing from '@/drawing/PlainDrawing.vue'
import { printLength, printMoney, printVolume, typeset } from '@/measure/print'

/** One bed of the yard: drawn to the yard's scale, with the figures by which it is told from the others. */
const props = defineProps<{ bed: YardBed; all: YardBed[] }>()
defineEmits<{ copy: []; remove: [] }>()
const ROOM = 360
const TALL = 150
const scale = computed(() => Math.min(ROOM / Math.max(...props.all.map((b) => b.outside.length_mm)), TALL / Math.max(...props.all.map((b) => b.outside.width_mm))))
const units = computed(() => props.bed.units as Units)
const length = (mm: number) => typeset(printLength(mm, units.value))
const state = computed(() => {
  const { needs_a_look, pieces, pieces_cut } = props.bed
  if (needs_a_look) return `${needs_a_look} ${needs_a_look === 1 ? 'thing needs' : 'things need'} a look`
  if (!pieces_cut) return 'not begun'
  return pieces_cut < pieces ? `${pieces_cut} of ${pieces} pieces cut` : 'all pieces cut'
})
</script>

<template>
  <article class="bed" :data-bed="bed.name">
    <router-link class="open" :to="{ name: 'bed', params: { id: bed.id, stage: 'shape' } }">
      <span class="drawn"><PlainDrawing :view="bed.view" :scale="scale" :name="`yard-${bed.id}`" /></span>
      <span class="words">
        <strong class="name">{{ bed.name }}</strong>
        <span class="figures">{{ length(bed.outside.length_mm) }} × {{ length(bed.outside.width_mm) }}, {{ length(bed.outside.height_mm) }} high</span>
        <span class="faint">{{ bed.totals.sticks }} sticks · {{ typeset(printVolume(bed.totals.soil_l, units)) }} soil · {{ printMoney(bed.totals.cost, bed.currency_sign) }}</span>
        <span :class="{ look: bed.needs_a_look }">{{ state }}</span>
      </span>
    </router-link>
    <span class="acts">
      <button type="button" class="plain" :aria-label="`Copy ${bed.name}`" @click="$emit('copy')">Copy</button>
      <button type="button" class="plain" :aria-label="`Delete ${bed.name}`" @click="$emit('remove')">Delete</button>
    </span>
  </article>
</template>

<style scoped>
.bed { display: flex; align-items: center; gap: 16px; }
.open { flex: 1; display: grid; grid-template-columns: 380px minmax(0, 1fr); gap: 28px; align-items: center; padding: 16px 0; color: var(--ink); text-decoration: none; min-width: 0; }
.open:hover .name { color: var(--chalk); text-decoration: underline; }
.drawn { display: flex; justify-content: flex-end; }
.words { display: grid; gap: 2px; min-width: 0; }
.name { font-size: 18px; overflow-wrap: anywhere; }
.look { color: var(--rust); font-weight: 700; }
@media (max-width: 760px) {
  .bed { display: block; }
  .open { grid-template-columns: minmax(0, 1fr); gap: 8px; }
  .drawn { justify-content: flex-start; }
}
</style>
