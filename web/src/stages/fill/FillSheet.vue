<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import QuestionList from '@/questions/QuestionList.vue'
import { asRows } from '@/questions/asked'
import RowsQuestion from '@/questions/instruments/RowsQuestion.vue'
import { useQuestions } from '@/questions/useQuestions'
import BuyingTable from '@/sheet/BuyingTable.vue'
import Fold from '@/sheet/Fold.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import FillLayers from './FillLayers.vue'
import FillPurchases from './FillPurchases.vue'
import FillRecipes from './FillRecipes.vue'
import FillSettling from './FillSettling.vue'
import FillSums from './FillSums.vue'
import FillTipping from './FillTipping.vue'
import OtherWays from './OtherWays.vue'

/** What goes in, from the bottom up; how much to bring; bags or a load. */
defineProps<{ stage: string }>()
const { plan } = useThisBed()
const { group } = useQuestions('bed')
const fill = group('fill')
const heaps = group('heaps')
const own = group('own')
const recipes = ref(false)
/** Where there is no room beside the sheet, what stands under the drawing stands here. */
const narrow = useMediaQuery('(max-width: 560px)')
const rows = computed(() => [heaps.value, own.value].filter((g) => g !== undefined))
</script>

<template>
  <template v-if="plan">
    <FillLayers />
    <Fold v-model:open="recipes" title="Recipes, and your own"><FillRecipes /></Fold>
    <QuestionList v-if="fill" :questions="fill.questions" stage="fill" />
    <FillTipping />
    <FillSums />
    <FillPurchases />
    <OtherWays class="no-print" />
    <FillSettling v-if="narrow" />
    <section v-for="g in rows" :key="g.key" :aria-label="g.title" class="rows"><RowsQuestion :asked="asRows(g)" stage="fill" /></section>
    <WatchOuts stage="fill" :fields="['fill']" />
    <BuyingTable stage="fill" title="Soil to buy" />
    <PrintedWorkings stage="fill" />
  </template>
</template>

<style scoped>
.rows { border-top: 1px solid var(--rule); padding-top: 6px; margin-top: 8px; }
</style>
