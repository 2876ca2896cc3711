<script setup lang="ts">
import { NTable } from 'naive-ui'
import { computed } from 'vue'

import type { Buy } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { printLength, printMoney, typeset } from '@/measure/print'
import Figure from './Figure.vue'
import TickBox from './TickBox.vue'

/** Lines of the buying list with a box to tick once in the barn. */
const props = defineProps<{ stage: string; title: string }>()
const { plan, units, ticked, tick } = useThisBed()
const lines = computed<Buy[]>(() => plan.value?.buying?.filter((b) => b.stage === props.stage) ?? [])
const sum = computed(() => plan.value?.totals.by_stage[props.stage] ?? 0)
const taxed = computed(() => plan.value?.totals.taxed)
const isDone = (b: Buy) => ticked.value.has(`buy/${b.key}`)
const sign = computed(() => plan.value?.currency_sign ?? '')
const what = (b: Buy) => typeset(b.length_mm ? `${b.name}, ${printLength(b.length_mm, units.value)}` : `${b.name}, ${b.unit}`)
</script>

<template>
  <section class="buying" :aria-labelledby="`buy-${stage}`">
    <h2 :id="`buy-${stage}`">{{ title }}</h2>
    <p v-if="!lines.length" class="faint">Nothing to buy: what is to hand will do.</p>
    <n-table v-else size="small" :bordered="false">
      <thead><tr><th>Got it</th><th class="right">How many</th><th>What</th><th class="right">Each</th><th class="right">In all</th></tr></thead>
      <tbody>
        <tr v-for="b in lines" :key="b.key" :data-buy="b.item">
          <td><TickBox :done="isDone(b)" :label="`Got ${what(b)}`" @tick="tick('buy', b.key, $event)" /></td>
          <td class="right figures">{{ b.count }}</td>
          <td>{{ what(b) }}</td>
          <td class="right figures">{{ printMoney(b.each, sign) }}</td>
          <td class="right"><Figure :text="printMoney(b.cost, sign)" :worked="b.working?.cost" :of="`Cost: ${b.name}`" /></td>
        </tr>
        <tr><td colspan="4" class="right">together</td><td class="right figures"><strong>{{ printMoney(sum, sign) }}</strong></td></tr>
        <tr v-if="taxed" data-buy="taxed"><td colspan="4" class="right">with {{ taxed.percent }} % tax</td><td class="right figures"><strong>{{ printMoney(taxed.by_stage[stage] ?? 0, sign) }}</strong></td></tr>
      </tbody>
    </n-table>
  </section>
</template>

<style scoped>
.buying { margin-top: 20px; }
td:first-child { width: 52px; }
</style>
