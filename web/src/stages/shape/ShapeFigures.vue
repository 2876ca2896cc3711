<script setup lang="ts">
import { useThisBed } from '@/bed/useBed'
import { printLength, printVolume, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import FactRows from './FactRows.vue'
import OtherHalf from './OtherHalf.vue'

/** What came of the answers, each figure with its working. */
const { plan, units } = useThisBed()
const length = (mm: number) => printLength(mm, units.value)
</script>

<template>
  <section v-if="plan" class="came" aria-label="What comes of it">
    <h2>What comes of it</h2>
    <dl>
      <dt>{{ plan.outside.rectangle ? 'Outside' : 'Outside, overall' }}</dt>
      <dd><Figure :text="length(plan.outside.length_mm)" :worked="plan.outside.working?.length_mm" of="Outside length" /> × <Figure :text="length(plan.outside.width_mm)" :worked="plan.outside.working?.width_mm" of="Outside width" /></dd>
      <dt>{{ plan.outside.rectangle ? 'Inside' : 'Inside, overall' }}</dt>
      <dd><Figure :text="length(plan.inside.length_mm)" :worked="plan.inside.working?.length_mm" of="Inside length" /> × <Figure :text="length(plan.inside.width_mm)" :worked="plan.inside.working?.width_mm" of="Inside width" /></dd>
      <dt>Height of the wall</dt>
      <dd><Figure :text="length(plan.outside.height_mm)" :worked="plan.outside.working?.height_mm" of="Height of the wall" /></dd>
      <template v-if="!plan.outside.rectangle && plan.outside.sides.length > 2">
        <dt>Sides, outside / inside</dt>
        <dd class="sides figures"><span v-for="s in plan.outside.sides.slice(0, 24)" :key="s.name">{{ s.name }}: {{ typeset(length(s.outside_mm)) }} / {{ typeset(length(s.inside_mm)) }}</span></dd>
      </template>
      <dt>Soil when settled</dt>
      <dd><Figure :text="printVolume(plan.inside.volume_l, units)" :worked="plan.inside.working?.volume_l" of="Soil when settled" />, <Figure :text="length(plan.inside.depth_mm)" :worked="plan.inside.working?.depth_mm" of="Depth of soil" /> deep</dd>
      <dt v-if="plan.outside.rectangle && !plan.facts.capacity">Square when diagonals are</dt>
      <dd v-if="plan.outside.rectangle && !plan.facts.capacity"><Figure :text="length(plan.outside.diagonal_mm)" :worked="plan.outside.working?.diagonal_mm" of="Diagonal, outside" /></dd>
      <template v-if="plan.outside.post_mm">
        <dt>Posts</dt>
        <dd><Figure :text="length(plan.outside.post_mm)" :worked="plan.outside.working?.post_mm" of="Length of a post" /> long, at most <Figure :text="length(plan.outside.post_limit_mm)" :worked="plan.outside.working?.post_limit_mm" of="Limit between posts" /> apart</dd>
      </template>
      <template v-if="plan.facts.stands_out">
        <dt>Stands out from the wall</dt>
        <dd><Figure :text="length(Number(plan.facts.stands_out.amount))" :worked="plan.facts.stands_out" of="How far it stands out" /></dd>
      </template>
      <FactRows />
      <dt>Weight, filled and wet</dt>
      <dd><Figure :text="plan.facts.weight_full?.text ?? ''" :worked="plan.facts.weight_full" of="Weight" /></dd>
      <dt>Cost, stock and soil</dt>
      <dd><Figure :text="`${plan.currency_sign}${plan.totals.cost.toFixed(2)}`" :worked="plan.totals.working?.cost" of="Cost" /></dd>
    </dl>
    <OtherHalf />
    <WatchOuts stage="shape" :fields="['outline.length']" />
  </section>
</template>

<style scoped>
.came { margin-top: 16px; border-top: 2px solid var(--ink); padding-top: 8px; }
dl { display: grid; grid-template-columns: 190px 1fr; gap: 0 16px; }
dt, dd { min-height: 32px; align-content: center; }
dt { color: var(--faint); }
.sides { display: grid; font-size: 14px; padding: 4px 0; }
@media (max-width: 560px) { dl { grid-template-columns: 1fr; } dt { min-height: 20px; padding-top: 6px; } }
</style>
