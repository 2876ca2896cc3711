<script setup lang="ts">
import { NTable } from 'naive-ui'
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { grouped, printLength, printMoney, printWeight } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'

/** The sums of the fill in the small unit and in the one that loads are sold by, settled and to bring. */
const { plan, units } = useThisBed()
const metric = computed(() => units.value === 'metric')
const small = computed(() => (metric.value ? 'litres' : 'ft³'))
const large = computed(() => (metric.value ? 'm³' : 'yd³'))
const first = (litres: number, feet: number) => (metric.value ? grouped(litres, 0) : grouped(feet, 1))
const second = (litres: number, yards: number) => grouped(metric.value ? litres / 1000 : yards, 2)
</script>

<template>
  <section v-if="plan" class="sums" aria-labelledby="sums-title">
    <h2 id="sums-title">In all, to a depth of <Figure :text="printLength(plan.inside.depth_mm, units)" :worked="plan.inside.working?.depth_mm" of="Depth of soil" /></h2>
    <n-table size="small" :bordered="false">
      <thead><tr><th></th><th class="right">{{ small }}</th><th class="right">{{ large }}</th></tr></thead>
      <tbody>
        <tr>
          <td>In place, settled</td>
          <td class="right" data-sum="settled"><Figure :text="first(plan.fill.settled_l, plan.fill.settled_ft3)" :worked="plan.inside.working?.volume_l" of="Volume inside" /></td>
          <td class="right figures">{{ second(plan.fill.settled_l, plan.fill.settled_yd3) }}</td>
        </tr>
        <tr>
          <td>To bring, loose</td>
          <td class="right"><Figure :text="first(plan.fill.loose_l, plan.fill.loose_ft3)" :worked="plan.fill.working?.loose_l" of="Volume to bring" /></td>
          <td class="right figures">{{ second(plan.fill.loose_l, plan.fill.loose_yd3) }}</td>
        </tr>
      </tbody>
    </n-table>
    <p class="rest">
      <Figure :text="`${plan.fill.barrows} barrow loads`" :worked="plan.fill.working?.barrows" of="Barrow loads" />,
      <Figure :text="printWeight(plan.fill.wet_kg, units)" :worked="plan.fill.working?.wet_kg" of="Weight when wet" /> when wet,
      <Figure :text="printMoney(plan.fill.cost, plan.currency_sign)" :worked="plan.fill.working?.cost" of="Cost of the soil" />
    </p>
  </section>
</template>

<style scoped>
.sums { margin-top: 16px; border-top: 2px solid var(--ink); padding-top: 8px; }
.rest { padding: 6px 0; }
</style>
