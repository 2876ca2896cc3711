<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printBow, typeset } from '@/measure/print'
import { useReadings } from './useReadings'

/** Is it square, and is it true: what the readings say, and the pass that is recorded before the next stage. */
const { id, units, ticked, tick } = useThisBed()
const { kept, job, counted, tapes } = useReadings(id)
const square = computed(() => kept.value?.square)
/** How many more different tapes it takes until something can be told. */
const lacking = computed(() => (kept.value?.tapes_wanted ?? 0) - new Set(counted.value.map((r) => r.station)).size)
const round = computed(() => square.value?.corners.length === 0)
const angle = (c: { name: string; angle_deg: number; wanted_deg: number }) => `${c.name} ${c.angle_deg.toFixed(2)}°${Math.abs(c.wanted_deg - 90) > 0.01 ? ` of ${c.wanted_deg.toFixed(1)}°` : ''}`
const courses = computed(() => [
  { key: 'first course', name: 'The first course', of: kept.value?.first_course },
  { key: 'finished', name: 'The finished bed', of: kept.value?.finished },
])
const off = (mm: number) => `${mm < 0 ? '−' : '+'}${typeset(printBow(Math.abs(mm), units.value))}`
const passed = (key: string) => ticked.value.has(`true/${key}`)
</script>

<template>
  <section aria-label="Is it true?">
    <p v-if="job === 'tape' && !square && counted.length && lacking > 0" class="faint">{{ lacking === 1 ? 'One more tape' : `${lacking} more tapes` }}, and it can be told where the corners lie; all {{ tapes.length }} tell it best.</p>
    <template v-if="square">
      <h2>{{ round ? 'Is it round?' : 'Is it square?' }}</h2>
      <p :class="{ look: !square.square }" data-square>{{ typeset(square.words) }}</p>
      <p v-if="square.suspect && square.square" class="faint">{{ typeset(square.suspect.words) }}</p>
      <p v-if="!round" class="faint">{{ square.corners.map(angle).join(', ') }}.</p>
      <p v-if="square.square && !passed('square')"><n-button type="primary" @click="tick('true', 'square', true)">Record that it is {{ round ? 'round' : 'square' }}</n-button></p>
    </template>
    <template v-for="c in courses" :key="c.key">
      <template v-if="c.of">
        <h2>{{ c.name }}</h2>
        <p :class="{ look: !c.of.holds }" :data-true="c.key">{{ typeset(c.of.words) }}</p>
        <table class="listed">
          <thead><tr><th scope="col">Place</th><th scope="col">Off level</th><th scope="col">May be</th><th scope="col">To do</th></tr></thead>
          <tbody><tr v-for="s in c.of.stations" :key="s.name" :data-true-station="s.name" :class="{ look: !s.holds }"><th scope="row">{{ s.name }}</th><td>{{ off(s.off_mm) }}</td><td>{{ typeset(printBow(s.may_mm, units)) }}</td><td class="words">{{ typeset(s.words) }}</td></tr></tbody>
        </table>
        <p v-if="c.of.holds && !passed(c.key)"><n-button type="primary" @click="tick('true', c.key, true)">Record that it is true</n-button></p>
      </template>
      <p v-if="passed(c.key)" class="passed">{{ c.name }}: recorded as true. <n-button text @click="tick('true', c.key, false)">Take that back</n-button></p>
    </template>
    <p v-if="passed('square')" class="passed">{{ round ? 'The round: recorded as true.' : 'The corners: recorded as square.' }} <n-button text @click="tick('true', 'square', false)">Take that back</n-button></p>
  </section>
</template>

<style scoped>
.look { border-left: 4px solid var(--rust); padding-left: 8px; color: var(--rust); }
.passed { border-left: 4px solid var(--moss); padding-left: 8px; }
.listed .words { font-family: inherit; }
</style>
