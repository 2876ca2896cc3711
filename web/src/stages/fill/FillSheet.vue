<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import BuyingTable from '@/sheet/BuyingTable.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import Question from '@/sheet/Question.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import FillLayers from './FillLayers.vue'
import FillSums from './FillSums.vue'

/** What goes in, from the bottom up; how much to bring; bags or a load. */
defineProps<{ stage: string }>()
const { plan } = useThisBed()
const backs = computed(() => plan.value?.fill.layers.some((l) => l.way === 'bags') ?? false)
</script>

<template>
  <template v-if="plan">
    <Question id="gap" ask="Left free at the top"><LengthField id="gap" path="fill.gap" label="Left free at the top" placeholder="25 mm" /></Question>
    <FillLayers />
    <Question id="keep-back" ask="Bags kept back" :hint="backs ? 'Of each material bought in bags, for topping up.' : 'Nothing is bought in bags now.'">
      <NumberField id="keep-back" path="fill.keep_back" label="Bags kept back" placeholder="1" />
      <WatchOuts stage="fill" :fields="['fill.keep_back']" />
    </Question>
    <Question id="barrow" ask="A barrow holds"><LengthField id="barrow" path="fill.barrow" label="A barrow holds" placeholder="85 L" /></Question>
    <FillSums />
    <WatchOuts stage="fill" :fields="['fill', 'fill.gap']" />
    <BuyingTable stage="fill" title="Soil to buy" />
    <PrintedWorkings stage="fill" />
  </template>
</template>
