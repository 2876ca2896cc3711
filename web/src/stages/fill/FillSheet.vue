<script setup lang="ts">
import { computed } from 'vue'

import type { Asked, Group } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import QuestionList from '@/questions/QuestionList.vue'
import RowsQuestion from '@/questions/instruments/RowsQuestion.vue'
import { useQuestions } from '@/questions/useQuestions'
import BuyingTable from '@/sheet/BuyingTable.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import FillLayers from './FillLayers.vue'
import FillPurchases from './FillPurchases.vue'
import FillSums from './FillSums.vue'

/** What goes in, from the bottom up; how much to bring; bags or a load. */
defineProps<{ stage: string }>()
const { plan } = useThisBed()
const { group } = useQuestions('bed')
const fill = group('fill')
const heaps = group('heaps')
const own = group('own')
const rows = computed(() => [heaps.value, own.value].filter((g) => g !== undefined))
/** A group of rows as one question of any number of them. */
const asRows = (g: Group): Asked => ({ path: g.path, kind: 'own', ask: g.title, label: g.title, hint: g.says, rows: g.questions, optional: true, measurable: false, answers: [], when: {}, watch: [] })
</script>

<template>
  <template v-if="plan">
    <FillLayers />
    <QuestionList v-if="fill" :questions="fill.questions" stage="fill" />
    <FillSums />
    <FillPurchases />
    <section v-for="g in rows" :key="g.key" :aria-label="g.title" class="rows"><RowsQuestion :asked="asRows(g)" stage="fill" /></section>
    <WatchOuts stage="fill" :fields="['fill']" />
    <BuyingTable stage="fill" title="Soil to buy" />
    <PrintedWorkings stage="fill" />
  </template>
</template>

<style scoped>
.rows { border-top: 1px solid var(--rule); padding-top: 6px; margin-top: 8px; }
</style>
