<script setup lang="ts">
import ChoiceField from '@/sheet/ChoiceField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import TimberQuestion from './TimberQuestion.vue'

const CORNERS = [
  { value: 'long_through', text: 'long sides run through' },
  { value: 'short_through', text: 'short sides run through' },
  { value: 'alternate', text: 'alternate, course by course' },
]
</script>

<template>
  <TimberQuestion ask="Boards" path="construction.board" use="board" measurable>
    <WatchOuts stage="shape" :fields="['construction.board', 'construction.board_measured']" />
  </TimberQuestion>
  <Question id="corner" ask="At the corners"><ChoiceField id="corner" path="construction.corner" label="At the corners" :options="CORNERS" fallback="long_through" /></Question>
</template>
