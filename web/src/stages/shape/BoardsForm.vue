<script setup lang="ts">
import { CORNERS } from '@/bed/names'
import ChoiceField from '@/sheet/ChoiceField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import HeightQuestion from './HeightQuestion.vue'
import PostQuestions from './PostQuestions.vue'
import TimberQuestion from './TimberQuestion.vue'
</script>

<template>
  <TimberQuestion ask="Boards" path="construction.board" use="board" measurable>
    <WatchOuts stage="shape" :fields="['construction.board', 'construction.board_measured']" />
  </TimberQuestion>
  <Question id="corner" ask="At the corners"><ChoiceField id="corner" path="construction.corner" label="At the corners" :options="CORNERS" fallback="long_through" /></Question>
  <HeightQuestion rippable />
  <PostQuestions />
</template>
