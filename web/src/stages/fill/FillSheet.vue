<script setup lang="ts">
import { useThisBed } from '@/bed/useBed'
import QuestionList from '@/questions/QuestionList.vue'
import { useQuestions } from '@/questions/useQuestions'
import BuyingTable from '@/sheet/BuyingTable.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import FillLayers from './FillLayers.vue'
import FillSums from './FillSums.vue'

/** What goes in, from the bottom up; how much to bring; bags or a load. */
defineProps<{ stage: string }>()
const { plan } = useThisBed()
const fill = useQuestions('bed').group('fill')
</script>

<template>
  <template v-if="plan">
    <FillLayers />
    <QuestionList v-if="fill" :questions="fill.questions" stage="fill" />
    <FillSums />
    <WatchOuts stage="fill" :fields="['fill']" />
    <BuyingTable stage="fill" title="Soil to buy" />
    <PrintedWorkings stage="fill" />
  </template>
</template>
