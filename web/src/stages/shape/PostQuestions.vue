<script setup lang="ts">
import ChoiceField from '@/sheet/ChoiceField.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import TimberQuestion from './TimberQuestion.vue'

const DEPTHS = [
  { value: 'concrete', text: '300 mm deep in concrete' },
  { value: 'as_deep_as_tall', text: 'as deep as they stand high' },
  { value: 'driven', text: '600 mm driven, no concrete' },
  { value: 'none', text: 'not in the ground: rigid corners' },
]
const TOPS = [
  { value: 'hidden', text: 'below the top, hidden by soil' },
  { value: 'trimmed', text: 'left long, trimmed level in place' },
]
</script>

<template>
  <TimberQuestion ask="Posts" path="construction.post" use="post" measurable />
  <Question id="post-depth" ask="Posts stand">
    <ChoiceField id="post-depth" path="construction.post_depth" label="Posts stand" :options="DEPTHS" fallback="concrete" />
    <WatchOuts stage="shape" :fields="['construction.post_depth']" />
  </Question>
  <Question id="post-top" ask="Their tops"><ChoiceField id="post-top" path="construction.post_top" label="Tops of the posts" :options="TOPS" fallback="hidden" /></Question>
  <Question id="post-limit" ask="A post every" hint="Left empty: the rule for the board's thickness.">
    <LengthField id="post-limit" path="construction.post_limit" label="Limit between posts" optional placeholder="by rule" />
    <WatchOuts stage="shape" :fields="['construction.post_limit']" />
  </Question>
</template>
