<script setup lang="ts">
import { NTable } from 'naive-ui'
import { useThisBed } from '@/bed/useBed'
import { grouped, printLength, printMoney, printWeight } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'

/** The sums of the fill in litres, cubic feet and cubic yards, settled and to bring. */
const { plan, units } = useThisBed()
</script>

<template>
  <section v-if="plan" class="sums" aria-labelledby="sums-title">
    <h2 id="sums-title">In all, to a depth of <Figure :text="printLength(plan.inside.depth_mm, units)" :worked="plan.inside.working?.depth_mm" of="Depth of soil" /></h2>
    <n-table size="small" :bordered="false">
      <thead><tr><th></th><th class="right">litres</th><th class="right">ft³</th><th class="right">yd³</th></tr></thead>
      <tbody>
        <tr>
          <td>In place, settled</td>
          <td class="right" data-sum="settled"><Figure :text="grouped(plan.fill.settled_l, 0)" :worked="plan.inside.working?.volume_l" of="Volume inside" /></td>
          <td class="right figures">{{ grouped(plan.fill.settled_ft3, 1) }}</td><td class="right figures">{{ grouped(plan.fill.settled_yd3, 2) }}</td>
        </tr>
        <tr>
          <td>To bring, loose</td>
          <td class="right"><Figure :text="grouped(plan.fill.loose_l, 0)" :worked="plan.fill.working?.loose_l" of="Volume to bring" /></td>
          <td class="right figures">{{ grouped(plan.fill.loose_ft3, 1) }}</td><td class="right figures">{{ grouped(plan.fill.loose_yd3, 2) }}</td>
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
