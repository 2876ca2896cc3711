<script setup lang="ts">
import { NTable } from 'naive-ui'
import { computed } from 'vue'

import type { FillPurchase } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { printMoney, printVolume, typeset } from '@/measure/print'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Figure from '@/sheet/Figure.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'

/** Each material once, whatever layers it is in: the cheapest way to have it, or the way that is asked for. */
const { plan, units, draft, edit } = useThisBed()
const bought = computed(() => plan.value?.fill.purchases ?? [])
const sign = computed(() => plan.value?.currency_sign ?? '')
const volume = (litres: number) => typeset(printVolume(litres, units.value))
const rows = computed(() => draft.value?.fill?.bought ?? [])

function ways(p: FillPurchase) {
  return [
    { value: 'cheaper', text: 'the cheapest way' },
    ...(p.bag_sizes.length ? [{ value: 'bags', text: 'in bags only' }] : []),
    ...(p.bulk_step_l ? [{ value: 'bulk', text: 'as a load only' }] : []),
  ]
}
/** The size of bag that a row asks for stays. */
function ask(material: string, way: string) {
  const row = { ...rows.value.find((r) => r.material === material), material, way: way as 'bags' }
  edit('fill.bought', [...rows.value.filter((r) => r.material !== material), ...(way === 'cheaper' && !row.bag ? [] : [row])])
}

function what(p: FillPurchase) {
  if (p.way === 'to hand') return 'all of it is to hand'
  const load = p.bulk_steps && p.bulk_step_l ? [`${p.bulk_steps} × ${p.bulk_step} loose`] : []
  return [...load, ...p.bags.map((b) => `${b.count} × ${b.size}`)].join(' + ')
}
</script>

<template>
  <section v-if="bought.length" aria-labelledby="bought-title">
    <h2 id="bought-title">Each material, bought once</h2>
    <n-table size="small" :bordered="false" class="bought">
      <thead><tr><th>Material</th><th class="right">To bring</th><th>Bought as</th><th class="right">Cost</th></tr></thead>
      <tbody>
        <tr v-for="p in bought" :key="p.material" :data-bought="p.material">
          <td>{{ p.name }}</td>
          <td class="right"><Figure :text="volume(p.loose_l)" :worked="p.working?.loose_l" :of="`${p.name}, to bring`" /><span v-if="p.to_hand_l > 0 && p.way !== 'to hand'" class="faint small hand">{{ volume(p.to_hand_l) }} to hand</span></td>
          <td>
            <span class="figures">{{ what(p) }}</span>
            <span v-if="p.left_over_l > 0" class="faint small"> · {{ volume(p.left_over_l) }} left over</span>
            <span v-if="p.reserve_l > 0" class="faint small"> · {{ volume(p.reserve_l) }} of it kept back</span>
            <select v-if="ways(p).length > 1" class="pick no-print" :aria-label="`How ${p.name} is bought`" :value="p.asked" @change="ask(p.material, ($event.target as HTMLSelectElement).value)">
              <option v-for="w in ways(p)" :key="w.value" :value="w.value">{{ w.text }}</option>
            </select>
          </td>
          <td class="right"><Figure :text="p.way === 'to hand' ? 'nothing' : printMoney(p.cost, sign)" :worked="p.working?.cost" :of="`Cost of ${p.name}`" /></td>
        </tr>
      </tbody>
    </n-table>
    <FieldTrouble path="fill.bought" prefix />
    <WatchOuts stage="fill" :fields="['fill.bought', 'fill.keep_back']" />
  </section>
</template>

<style scoped>
.small { font-size: 13px; }
.hand { display: block; }
.bought td { vertical-align: top; }
.bought td.right { white-space: nowrap; }
@media (max-width: 560px) {
  .bought thead { display: none; }
  .bought tr, .bought td, .bought td.right { display: block; text-align: left; border: 0; padding: 2px 0; white-space: normal; }
  .bought tr { border-bottom: 1px solid var(--rule); padding: 6px 0; }
  .bought .hand { display: inline; margin-left: 8px; }
}
.bought .pick { display: block; margin-top: 2px; max-width: 100%; }
</style>
