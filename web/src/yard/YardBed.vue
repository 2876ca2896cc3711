<script setup lang="ts">
import { computed } from 'vue'

import type { Units, YardBed } from '@/api/client'
import { printLength, printMoney, printVolume, typeset } from '@/measure/print'
import TextButton from '@/sheet/TextButton.vue'
import { workOn } from './work'

/** One bed of the yard: drawn to the yard's scale, with the figures by which it is told from the others, or what is wrong with it. */
const props = defineProps<{ bed: YardBed; rests: boolean; scale: number; others: { id: string; name: string }[] }>()
const emit = defineEmits<{ copy: []; move: [yard: string]; remove: []; mend: [field: string, stock: string] }>()
const figures = computed(() => props.bed.figures)
const units = computed(() => (figures.value?.units ?? 'metric') as Units)
const length = (mm: number) => typeset(printLength(mm, units.value))
const looks = computed(() => figures.value?.looks ?? [])
const state = computed(() => workOn(props.bed))
</script>

<template>
  <article class="bed" :data-bed="bed.name" :class="{ wrong: bed.problems.length }">
    <router-link class="open" :to="bed.problems.length ? { name: 'text', params: { id: bed.id } } : { name: 'bed', params: { id: bed.id, stage: 'shape' } }">
      <span class="drawn">
        <svg v-if="figures" :width="figures.picture.box[2] * scale + 2" :height="figures.picture.box[3] * scale + 2" :viewBox="figures.picture.box.join(' ')" aria-hidden="true">
          <path v-for="(p, n) in figures.picture.paths" :key="n" :d="p.d" :class="[p.role === 'soil' ? 'soil' : 'wood', p.role.replaceAll(' ', '-')]" fill-rule="evenodd" vector-effect="non-scaling-stroke" />
        </svg>
      </span>
      <span class="words">
        <strong class="name">{{ bed.name }}</strong>
        <template v-if="figures">
          <span class="figures">{{ length(figures.length_mm) }} × {{ length(figures.width_mm) }}, {{ length(figures.height_mm) }} high</span>
          <span class="faint">{{ figures.sticks }} sticks · {{ typeset(printVolume(figures.soil_l, units)) }} soil · {{ printMoney(figures.cost, figures.currency_sign) }}</span>
          <span v-if="looks.length" class="look">{{ looks.length }} {{ looks.length === 1 ? 'thing needs' : 'things need' }} a look: {{ typeset(looks[0]?.message ?? '') }}</span>
          <span v-else>{{ state }}</span>
        </template>
        <span v-else-if="bed.stale" class="faint">{{ rests ? 'not worked out yet' : 'being worked out …' }}</span>
        <template v-else>
          <span v-for="p in bed.problems" :key="p.field" class="look">{{ typeset(p.message) }} It says “{{ typeset(p.value) }}” at {{ p.field.replaceAll('_', ' ').replaceAll('.', ', ') }}.</span>
        </template>
      </span>
    </router-link>
    <span class="acts">
      <label v-for="m in bed.mends" :key="m.field" class="mend">Instead of {{ m.value }}
        <select class="pick" :aria-label="`Instead of ${m.value} in ${bed.name}`" @change="emit('mend', m.field, ($event.target as HTMLSelectElement).value)">
          <option value="">choose</option>
          <option v-for="c in m.choices" :key="c" :value="c">{{ c }}</option>
        </select>
      </label>
      <router-link v-if="bed.problems.length" :to="{ name: 'text', params: { id: bed.id } }">Open as text</router-link>
      <select v-if="others.length" class="pick to" :aria-label="`Move ${bed.name} to another yard`" value="" @change="emit('move', ($event.target as HTMLSelectElement).value)">
        <option value="">Move to …</option>
        <option v-for="y in others" :key="y.id" :value="y.id">{{ y.name }}</option>
      </select>
      <TextButton v-if="!bed.problems.length" :aria-label="`Copy ${bed.name}`" @click="emit('copy')">Copy</TextButton>
      <TextButton :aria-label="`${bed.problems.length ? 'Put away' : 'Delete'} ${bed.name}`" @click="emit('remove')">{{ bed.problems.length ? 'Put away' : 'Delete' }}</TextButton>
    </span>
  </article>
</template>

<style scoped>
.bed { display: flex; align-items: center; gap: 16px; }
.open { flex: 1; display: grid; grid-template-columns: minmax(0, 270px) minmax(0, 1fr); gap: 24px; align-items: center; padding: 12px 0; color: var(--ink); text-decoration: none; min-width: 0; }
.open:hover .name { color: var(--chalk); text-decoration: underline; }
.drawn { display: flex; justify-content: flex-end; min-height: 24px; }
svg { max-width: 100%; height: auto; overflow: visible; }
path { stroke: var(--ink); stroke-width: 0.8; }
.soil { fill: var(--earth); }
.wood { fill: var(--timber); }
.wood[class*='post'] { fill: var(--post); }
.wood[class*='sheet'] { fill: var(--stone); }
.words { display: grid; gap: 2px; min-width: 0; }
.name { font-size: 18px; overflow-wrap: anywhere; }
.look { color: var(--rust); font-size: 14px; overflow-wrap: anywhere; }
.acts { display: flex; flex-wrap: wrap; gap: 2px 4px; justify-content: flex-end; align-items: center; max-width: 220px; }
.mend { font-size: 14px; display: grid; gap: 2px; width: 100%; }
@media (max-width: 760px) {
  .bed { display: block; padding-bottom: 8px; }
  .open { grid-template-columns: minmax(0, 1fr); gap: 8px; }
  .drawn, .acts { justify-content: flex-start; }
  .acts { max-width: none; }
}
</style>
