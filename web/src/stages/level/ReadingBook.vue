<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'
import TextButton from '@/sheet/TextButton.vue'
import { METHODS, useReadings } from './useReadings'

/** The whole book of a job: every reading with its time and method, reduced; what is struck out stays. */
const { id, units } = useThisBed()
const { kept, job, ofJob, strike } = useReadings(id)
const length = (mm: number) => `${mm < 0 ? '−' : ''}${typeset(printLength(Math.abs(mm), units.value))}`
const ground = computed(() => (job.value === 'ground' ? kept.value?.ground : null))
/** Heights by reading: the rows of the answer are those that count, in order, of the method used last. */
const lastMethod = computed(() => ofJob.value.filter((r) => !r.struck).at(-1)?.method)
const reduced = computed(() => {
  const rows = ofJob.value.filter((r) => !r.struck && !r.waits && r.method === lastMethod.value)
  return new Map(rows.flatMap((r, n) => (ground.value?.rows[n] ? [[r.id, ground.value.rows[n]] as const] : [])))
})
/** When it was read; nothing of one that was kept with a time that no calendar has. */
const at = (time: string | null) => time === null ? '' : new Date(time).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })
const by = (key: string) => METHODS.find((m) => m.key === key)?.short ?? 'tape'
</script>

<template>
  <section v-if="ofJob.length" aria-label="The book">
    <div class="wide" tabindex="0" role="region" aria-label="All readings">
      <table>
        <caption class="faint">Every reading, with its time and by what it was taken</caption>
        <thead><tr><th scope="col">Place</th><th scope="col">Sight</th><th scope="col" class="n">Read</th><th v-if="ground" scope="col" class="n">Rise</th><th v-if="ground" scope="col" class="n">Height</th><th scope="col">At, by</th><th scope="col"><span class="hidden">Strike out</span></th></tr></thead>
        <tbody>
          <tr v-for="r in ofJob" :key="r.id" :class="{ struck: r.struck }" :data-reading="r.station">
            <th scope="row">{{ r.station }}<span v-if="r.place" class="faint">, {{ typeset(r.place[0]) }} right, {{ typeset(r.place[1]) }} back</span></th><td>{{ r.sight ?? '' }}</td><td class="n">{{ typeset(r.written) }}</td>
            <td v-if="ground" class="n">{{ reduced.get(r.id)?.rise_mm ? length(reduced.get(r.id)?.rise_mm ?? 0) : '' }}</td><td v-if="ground" class="n">{{ reduced.has(r.id) ? length(reduced.get(r.id)?.height_mm ?? 0) : '' }}</td>
            <td class="faint">{{ at(r.taken_at) }}<span class="by">, {{ by(r.method) }}</span>{{ r.waits ? ', waits to be sent' : '' }}</td>
            <td class="no-print"><TextButton :aria-label="`${r.struck ? 'Count again' : 'Strike out'}: ${r.station}, ${r.written}`" @click="strike(r.id, !r.struck)">{{ r.struck ? 'Count again' : 'Strike out' }}</TextButton></td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.wide { overflow-x: auto; }
table { border-collapse: collapse; width: 100%; }
caption { text-align: left; }
th { font-weight: 400; text-align: left; }
thead th { color: var(--faint); font-size: 13px; }
td, th { padding: 4px 10px 4px 0; }
tbody tr { border-top: 1px solid var(--rule); }
.n { font-family: var(--figures); text-align: right; white-space: nowrap; }
@media (max-width: 560px) { .by { display: none; } }
.struck th, .struck .n { text-decoration: line-through; color: var(--faint); }
.hidden { position: absolute; clip-path: inset(50%); }
</style>
