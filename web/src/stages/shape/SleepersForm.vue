<script setup lang="ts">
import { computed } from 'vue'

import { CORNERS, HELD_BY, LAY } from '@/bed/names'
import { useThisBed } from '@/bed/useBed'
import ChoiceField from '@/sheet/ChoiceField.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import HeightQuestion from './HeightQuestion.vue'
import PostQuestions from './PostQuestions.vue'
import TimberQuestion from './TimberQuestion.vue'
import WallQuestions from './WallQuestions.vue'

const { valueAt } = useThisBed()
const onPosts = computed(() => valueAt('construction.held_by') !== 'corner_blocks')
</script>

<template>
  <TimberQuestion ask="Sleepers" path="construction.sleeper" use="sleeper" measurable>
    <WatchOuts stage="shape" :fields="['construction.sleeper', 'construction.sleeper_measured']" />
  </TimberQuestion>
  <Question id="lay" ask="They lie"><ChoiceField id="lay" path="construction.lay" label="They lie" :options="LAY" fallback="edge" /></Question>
  <HeightQuestion />
  <Question id="corner" ask="At the corners"><ChoiceField id="corner" path="construction.corner" label="At the corners" :options="CORNERS" fallback="alternate" /></Question>
  <Question id="overlap" ask="Joints overlap by" hint="The least that joints of neighbouring courses lie apart."><LengthField id="overlap" path="construction.overlap" label="Joints overlap by" placeholder="300 mm" /></Question>
  <Question id="held-by" ask="Held by">
    <ChoiceField id="held-by" path="construction.held_by" label="Held by" :options="HELD_BY" fallback="posts_inside" />
    <WatchOuts stage="shape" :fields="['construction.held_by']" />
  </Question>
  <template v-if="onPosts">
    <PostQuestions />
    <WallQuestions />
  </template>
</template>
