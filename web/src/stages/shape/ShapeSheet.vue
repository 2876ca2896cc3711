<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { readyMade, useOffers } from '@/bed/useOffers'
import QuestionList from '@/questions/QuestionList.vue'
import { useQuestions } from '@/questions/useQuestions'
import HairLess from '@/sheet/HairLess.vue'
import Later from '@/sheet/Later.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import AddOns from './AddOns.vue'
import BedName from './BedName.vue'
import BuiltOf from './BuiltOf.vue'
import FixingsTable from './FixingsTable.vue'
import ShapeFigures from './ShapeFigures.vue'
import WillItHold from './WillItHold.vue'

/** The questions of Shape in the order a builder meets them, and what came of the answers. */
defineProps<{ stage: string }>()
const { units, built, valueAt } = useThisBed()
const { group } = useQuestions('bed')
const outline = group('outline')
const site = group('site')
const offers = useOffers(() => built.value, () => units.value)
const offer = computed(() => offers.value.find((o) => o.kind === valueAt('construction.kind')))
const questions = computed(() => offer.value?.questions ?? [])
/** What is bought ready made has its own size: its outline is not asked. */
const ready = computed(() => readyMade(offer.value, valueAt))
</script>

<template>
  <p v-if="!outline || !site || !questions.length" class="faint" role="status">Fetching the questions …</p>
  <template v-else>
    <BedName />
    <BuiltOf />
    <section aria-label="Questions">
      <QuestionList v-if="!ready" :questions="outline.questions" stage="shape" />
      <WatchOuts v-else stage="shape" :fields="['outline']" />
      <Later><QuestionList :questions="site.questions" stage="shape" /></Later>
      <Later><QuestionList :questions="questions" stage="shape" /><WatchOuts stage="shape" :fields="['construction']" /></Later>
      <Later><AddOns /></Later>
    </section>
    <Later><ShapeFigures /></Later>
    <Later><HairLess /></Later>
    <Later><WillItHold /></Later>
    <Later><FixingsTable /></Later>
    <PrintedWorkings stage="shape" />
  </template>
</template>
