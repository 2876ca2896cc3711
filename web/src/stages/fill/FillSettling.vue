<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import SettlingChart from '@/chart/SettlingChart.vue'
import { printLength, printVolume, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import Fold from '@/sheet/Fold.vue'

/** How the fill sinks over its years, as a band and as a table, and what tops it up. */
const { plan, units } = useThisBed()
const settling = computed(() => plan.value?.settling)
const length = (mm: number) => printLength(mm, units.value)
const band = (low: string, high: string) => typeset(low === high ? low : `${low} – ${high}`)
</script>

<template>
  <section v-if="settling" class="settling" aria-labelledby="settling-title">
    <h2 id="settling-title">How it sinks</h2>
    <p data-sinks>{{ typeset(settling.says) }}</p>
    <SettlingChart :years="settling.years" :full="settling.full_mm" :units="units" />
    <Fold title="The same as a table, with what tops it up" printed>
      <table class="listed">
        <thead><tr><th scope="col">After</th><th scope="col">Depth left</th><th scope="col">{{ settling.topped_with }} that year, loose</th></tr></thead>
        <tbody>
          <tr v-for="y in settling.years" :key="y.year" :data-year="y.year">
            <th scope="row">{{ y.year ? `${y.year} ${y.year === 1 ? 'year' : 'years'}` : 'filling' }}</th>
            <td>{{ band(length(y.depth_most_mm), length(y.depth_least_mm)) }}</td>
            <td>{{ y.year ? band(printVolume(y.top_up_least_l, units), printVolume(y.top_up_most_l, units)) : '' }}</td>
          </tr>
        </tbody>
      </table>
      <p class="faint">Depth with nothing added; what tops it up where it is brought back to its line every year. <Figure text="How much it loses" :worked="settling.working?.years" of="How the fill sinks" />, <Figure text="what tops it up" :worked="settling.working?.top_up" of="Topping up" />, <Figure text="the first weeks" :worked="settling.working?.first_weeks_mm" of="The first weeks" />.</p>
    </Fold>
  </section>
</template>

<style scoped>
.settling { margin-top: 16px; border-top: 1px solid var(--rule); padding-top: 8px; }
</style>
