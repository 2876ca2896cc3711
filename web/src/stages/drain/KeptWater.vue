<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printLength, printVolume, printWeight, typeset } from '@/measure/print'
import AddOn from '@/questions/AddOn.vue'
import { useQuestions } from '@/questions/useQuestions'
import Figure from '@/sheet/Figure.vue'

/** Water kept under the soil: whether there is any, what it is kept in, what it holds, other media beside it. */
const { plan, units } = useThisBed()
const group = useQuestions('bed').group('reservoir')
const kept = computed(() => plan.value?.reservoir)
const length = (mm: number) => typeset(printLength(mm, units.value))
</script>

<template>
  <section aria-label="Water kept under the soil" data-group="reservoir">
    <AddOn v-if="group" :group="group" open />
    <template v-if="kept">
      <p data-kept>{{ typeset(kept.says) }}</p>
      <dl>
        <dt>It holds</dt><dd data-held><Figure :text="typeset(printVolume(kept.held_l, units))" :worked="kept.working?.held_l" of="What the reservoir holds" /></dd>
        <dt>It overflows at</dt><dd>{{ length(kept.overflow_mm) }} over the floor</dd>
        <dt>Soil over it</dt><dd><Figure :text="length(kept.soil_above_mm)" :worked="kept.working?.soil_above_mm" of="Soil over the reservoir" /></dd>
        <dt>The soil lifts water</dt><dd><Figure :text="length(kept.lifts_mm)" :worked="kept.working?.lifts_mm" of="How far the soil lifts water" /></dd>
        <dt>Inlet pipe</dt><dd><Figure :text="length(kept.inlet_mm)" :worked="kept.working?.inlet_mm" of="The inlet pipe" /></dd>
      </dl>
      <table class="listed">
        <caption class="faint">As deep, of another medium</caption>
        <thead><tr><th scope="col">Medium</th><th scope="col">Water</th><th scope="col">Dry</th><th scope="col">Full</th></tr></thead>
        <tbody><tr v-for="m in kept.media" :key="m.medium" :data-medium="m.medium"><th scope="row">{{ m.name }}</th><td>{{ typeset(printVolume(m.held_l, units)) }}</td><td>{{ typeset(printWeight(m.dry_kg, units)) }}</td><td>{{ typeset(printWeight(m.full_kg, units)) }}</td></tr></tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
dl { display: grid; grid-template-columns: 150px minmax(0, 1fr); gap: 0 16px; }
dt, dd { min-height: 30px; align-content: center; }
dt { color: var(--faint); }
caption { text-align: left; font-size: 13px; }
</style>
