<script setup lang="ts">
import { useThisBed } from '@/bed/useBed'
import Later from '@/sheet/Later.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import BuyingTable from '@/sheet/BuyingTable.vue'
import HairLess from '@/sheet/HairLess.vue'
import CutList from './CutList.vue'
import SawQuestions from './SawQuestions.vue'
import StopOrder from './StopOrder.vue'
import ToHand from './ToHand.vue'

/** From the parts to the saw: what to cut, from which sticks, in which order, and what to buy. */
defineProps<{ stage: string }>()
const { plan } = useThisBed()
</script>

<template>
  <template v-if="plan">
    <WatchOuts stage="bench" :fields="['bench.lengths', 'bench.offcuts']" />
    <CutList />
    <Later><StopOrder /></Later>
    <Later><BuyingTable stage="bench" title="Stock to buy" /></Later>
    <Later><HairLess /></Later>
    <Later><SawQuestions /></Later>
    <Later><ToHand /></Later>
    <PrintedWorkings stage="bench" />
  </template>
</template>
