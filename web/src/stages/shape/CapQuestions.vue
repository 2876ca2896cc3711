<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import TimberQuestion from './TimberQuestion.vue'

const { edit, valueAt, units } = useThisBed()
const capped = computed(() => Boolean(valueAt('construction.cap')))
/** A first cap to change: a board of the system in use. */
const first = computed(() => (units.value === 'metric' ? { board: 'larch-27x145', overhang: '20 mm' } : { board: '2x6', overhang: '3/4 in' }))
</script>

<template>
  <Question id="cap" ask="A cap board">
    <label class="yes"><input id="cap" type="checkbox" class="tick" :checked="capped" @change="edit('construction.cap', capped ? undefined : first)" /> along the top of the walls</label>
  </Question>
  <template v-if="capped">
    <TimberQuestion ask="Cap of" path="construction.cap.board" use="board" />
    <Question id="overhang" ask="Overhang outside"><LengthField id="overhang" path="construction.cap.overhang" label="Overhang of the cap" /></Question>
  </template>
</template>

<style scoped>
.yes { display: flex; gap: 8px; align-items: center; min-height: 34px; }
</style>
