<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { REACH } from '@/bed/names'
import { useOffers } from '@/bed/useOffers'
import QuestionList from '@/questions/QuestionList.vue'
import ChoiceField from '@/sheet/ChoiceField.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import AddOns from './AddOns.vue'
import BedName from './BedName.vue'
import BuiltOf from './BuiltOf.vue'
import FixingsTable from './FixingsTable.vue'
import OutlineQuestions from './OutlineQuestions.vue'
import ShapeFigures from './ShapeFigures.vue'
import WillItHold from './WillItHold.vue'

/** The questions of Shape in the order a builder meets them, and what came of the answers. */
defineProps<{ stage: string }>()
const { units, valueAt } = useThisBed()
const offers = useOffers(() => units.value)
const questions = computed(() => offers.value.find((o) => o.kind === valueAt('construction.kind'))?.questions ?? [])
</script>

<template>
  <BedName />
  <BuiltOf />
  <section aria-label="Questions">
    <OutlineQuestions />
    <Question id="reach" ask="Worked"><ChoiceField id="reach" path="site.reach" label="Worked from" :options="REACH" fallback="two_sides" /></Question>
    <QuestionList :questions="questions" stage="shape" />
    <WatchOuts stage="shape" :fields="['construction']" />
    <AddOns />
  </section>
  <ShapeFigures />
  <WillItHold />
  <FixingsTable />
  <PrintedWorkings stage="shape" />
</template>
