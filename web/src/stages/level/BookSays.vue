<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'
import { useReadings } from './useReadings'

/** What the readings say as they come: what does not fit, whether the sums agree, what seems to be misread. */
const { id, units } = useThisBed()
const { kept, job } = useReadings(id)
const length = (mm: number) => `${mm < 0 ? '−' : ''}${typeset(printLength(Math.abs(mm), units.value))}`
const ground = computed(() => (job.value === 'ground' ? kept.value?.ground : null))
const problems = computed(() => (kept.value?.problems ?? []).filter((p) => p.field.startsWith(`${job.value}.`)))
</script>

<template>
  <section v-if="problems.length || ground" aria-label="What the readings say">
    <p v-for="p in problems" :key="p.field + p.message" class="look" role="alert"><strong>{{ typeset(p.message) }}</strong> “{{ typeset(p.value) }}”. Allowed: {{ typeset(p.allowed) }}. It is kept, and counts once it fits.</p>
    <template v-if="ground">
      <p v-for="s in ground.suspects" :key="s.station" class="look" :data-suspect="s.station">{{ typeset(s.words) }}</p>
      <p data-checks>{{ typeset(ground.checks.words) }} <span class="faint">Σ back {{ length(ground.checks.sum_back_mm) }} − Σ fore {{ length(ground.checks.sum_fore_mm) }} = Σ rise {{ length(ground.checks.sum_rise_mm) }} − Σ fall {{ length(ground.checks.sum_fall_mm) }}.</span></p>
    </template>
  </section>
</template>

<style scoped>
.look { border-left: 4px solid var(--rust); padding: 4px 8px; color: var(--rust); }
</style>
