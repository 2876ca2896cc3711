<script setup lang="ts">
import { DEPTHS, TOPS } from '@/bed/names'
import ChoiceField from '@/sheet/ChoiceField.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import TimberQuestion from './TimberQuestion.vue'

</script>

<template>
  <TimberQuestion ask="Posts" path="construction.post" use="post" measurable />
  <Question id="post-depth" ask="Posts stand">
    <ChoiceField id="post-depth" path="construction.post_depth" label="Posts stand" :options="DEPTHS" fallback="concrete" />
    <WatchOuts stage="shape" :fields="['construction.post_depth']" />
  </Question>
  <Question id="post-top" ask="Their tops"><ChoiceField id="post-top" path="construction.post_top" label="Tops of the posts" :options="TOPS" fallback="hidden" /></Question>
  <Question id="post-limit" ask="A post every" hint="Left empty: the rule for what the posts hold.">
    <LengthField id="post-limit" path="construction.post_limit" label="Limit between posts" optional placeholder="by rule" />
    <WatchOuts stage="shape" :fields="['construction.post_limit']" />
  </Question>
</template>
