<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import ChoiceField from '@/sheet/ChoiceField.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import BedName from './BedName.vue'
import BoardQuestions from './BoardQuestions.vue'
import CapQuestions from './CapQuestions.vue'
import HeightQuestion from './HeightQuestion.vue'
import PostQuestions from './PostQuestions.vue'
import ShapeFigures from './ShapeFigures.vue'

/** The questions of Shape in the order a builder meets them, and what came of the answers. */
const { valueAt } = useThisBed()
const measured = computed(() => (valueAt('outline.measured') === 'inside' ? 'inside' : 'outside'))
const MEASURED = [
  { value: 'outside', text: 'outside, edge to edge' },
  { value: 'inside', text: 'inside, where soil goes' },
]
const REACH = [
  { value: 'two_sides', text: 'from two sides or all round' },
  { value: 'one_side', text: 'from one side only' },
]
</script>

<template>
  <BedName />
  <section aria-label="Questions">
    <Question id="measured" ask="Sizes are measured"><ChoiceField id="measured" path="outline.measured" label="Sizes are measured" :options="MEASURED" fallback="outside" /></Question>
    <Question id="length" ask="How long"><LengthField id="length" path="outline.length" :label="`Length, ${measured}`" /></Question>
    <Question id="width" ask="How wide">
      <LengthField id="width" path="outline.width" :label="`Width, ${measured}`" />
      <WatchOuts stage="shape" :fields="['outline.width']" />
    </Question>
    <Question id="reach" ask="Worked"><ChoiceField id="reach" path="site.reach" label="Worked from" :options="REACH" fallback="two_sides" /></Question>
    <BoardQuestions />
    <HeightQuestion />
    <PostQuestions />
    <CapQuestions />
  </section>
  <ShapeFigures />
  <PrintedWorkings stage="shape" />
</template>
