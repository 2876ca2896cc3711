<script setup lang="ts">
import { computed } from 'vue'

import { FACES, FOOTINGS, SQUARE_CORNERS } from '@/bed/names'
import { useStock } from '@/bed/useStock'
import { useThisBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'
import ChoiceField from '@/sheet/ChoiceField.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import HeightQuestion from './HeightQuestion.vue'
import PostQuestions from './PostQuestions.vue'
import TimberQuestion from './TimberQuestion.vue'

const stock = useStock()
const { edit, units, valueAt } = useThisBed()
const sheets = computed(() => stock.value?.sheet.map((s) => ({ value: s.key, text: typeset(`${s.name}, ${printLength(s.cover_mm, units.value)} cover`) })) ?? [])
const onPosts = computed(() => valueAt('construction.footing') !== 'frames')
const open = computed(() => Boolean(valueAt('construction.open_end')))
</script>

<template>
  <Question id="sheet-stock" ask="Sheet"><ChoiceField id="sheet-stock" path="construction.sheet" label="Sheet" :options="sheets" /></Question>
  <HeightQuestion unit="rows of sheet" />
  <Question id="face" ask="The sheet is"><ChoiceField id="face" path="construction.face" label="The sheet is" :options="FACES" fallback="outside" /></Question>
  <TimberQuestion ask="Rails and studs" path="construction.rail" use="rail" measurable />
  <Question id="stud-limit" ask="A stud every"><LengthField id="stud-limit" path="construction.stud_limit" label="Limit between studs" placeholder="600 mm" /><WatchOuts stage="shape" :fields="['construction.stud_limit']" /></Question>
  <Question id="corner" ask="At the corners"><ChoiceField id="corner" path="construction.corner" label="At the corners" :options="SQUARE_CORNERS" fallback="long_through" /></Question>
  <Question id="footing" ask="It stands"><ChoiceField id="footing" path="construction.footing" label="It stands" :options="FOOTINGS" fallback="posts" /></Question>
  <PostQuestions v-if="onPosts" />
  <Question id="open-end" ask="One end stays open">
    <label class="yes"><input id="open-end" type="checkbox" class="tick" :checked="open" @change="edit('construction.open_end', !open)" /> until the barrow has been in</label>
    <WatchOuts stage="shape" :fields="['construction.open_end']" />
  </Question>
</template>

<style scoped>
.yes { display: flex; gap: 8px; align-items: center; min-height: 34px; }
</style>
