<script setup lang="ts">
import { computed, type Component } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { REACH } from '@/bed/names'
import ChoiceField from '@/sheet/ChoiceField.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import AddOns from './AddOns.vue'
import BedName from './BedName.vue'
import BoardsForm from './BoardsForm.vue'
import BuiltOf from './BuiltOf.vue'
import FixingsTable from './FixingsTable.vue'
import OutlineQuestions from './OutlineQuestions.vue'
import ShapeFigures from './ShapeFigures.vue'
import WillItHold from './WillItHold.vue'
import SheetForm from './SheetForm.vue'
import SleepersForm from './SleepersForm.vue'
import StavesForm from './StavesForm.vue'

/** The questions of Shape in the order a builder meets them, and what came of the answers. */
const FORMS: Record<string, Component> = { boards: BoardsForm, sleepers: SleepersForm, staves: StavesForm, framed_sheet: SheetForm }
const { valueAt } = useThisBed()
const form = computed(() => FORMS[String(valueAt('construction.kind'))])
</script>

<template>
  <BedName />
  <BuiltOf />
  <section aria-label="Questions">
    <OutlineQuestions />
    <Question id="reach" ask="Worked"><ChoiceField id="reach" path="site.reach" label="Worked from" :options="REACH" fallback="two_sides" /></Question>
    <component :is="form" v-if="form" />
    <WatchOuts stage="shape" :fields="['construction']" />
    <AddOns />
  </section>
  <ShapeFigures />
  <WillItHold />
  <FixingsTable />
  <PrintedWorkings stage="shape" />
</template>
