<script setup lang="ts">
import { computed } from 'vue'

import { SQUARE_CORNERS } from '@/bed/names'
import { useThisBed } from '@/bed/useBed'
import ChoiceField from '@/sheet/ChoiceField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import PostQuestions from './PostQuestions.vue'
import TimberQuestion from './TimberQuestion.vue'

const { edit, problems, units, valueAt } = useThisBed()
const listed = computed(() => Array.isArray(valueAt('construction.widths')) && !valueAt('construction.average'))
const widths = computed(() => ((valueAt('construction.widths') as string[] | undefined) ?? []).join(', '))
const wrongOnes = computed(() => problems.value.filter((p) => /^construction\.widths\.\d+$/.test(p.field)))

function by(way: string) {
  if (way === 'average') edit('construction.average', units.value === 'metric' ? '95 mm' : '3 3/4 in', (d) => ({ ...d, construction: { ...d.construction, widths: [] } }) as typeof d)
  else edit('construction.average', undefined)
}
const put = (typed: string) => edit('construction.widths', typed.split(/[,;\n]/).map((w) => w.trim()).filter(Boolean))
</script>

<template>
  <Question id="height" ask="How high"><LengthField id="height" path="height" label="Height" /><WatchOuts stage="shape" :fields="['height']" /></Question>
  <TimberQuestion ask="Boards to hand" path="construction.stave" use="stave" measurable><WatchOuts stage="shape" :fields="['construction.stave']" /></TimberQuestion>
  <Question :id="listed ? 'widths' : 'average'" ask="Their widths">
    <select class="pick" aria-label="Widths are given by" :value="listed ? 'list' : 'average'" @change="by(($event.target as HTMLSelectElement).value)">
      <option value="list">each one measured</option>
      <option value="average">by their average</option>
    </select>
    <template v-if="listed">
      <textarea id="widths" class="write figures list" rows="5" :value="widths" aria-label="Widths of the boards, one after the other" placeholder="95 mm, 120 mm, 98 mm …" @change="put(($event.target as HTMLTextAreaElement).value)" />
      <p class="faint small">{{ (valueAt('construction.widths') as string[] | undefined)?.length ?? 0 }} boards, separated by commas.</p>
    </template>
    <LengthField v-else id="average" path="construction.average" label="Average width" />
    <FieldTrouble path="construction.widths" />
    <FieldTrouble v-for="p in wrongOnes" :key="p.field" :path="p.field" />
  </Question>
  <Question id="bad-share" ask="Set aside for bad ones"><NumberField id="bad-share" path="construction.bad_share" label="Set aside for bad boards" after="%" placeholder="15" /></Question>
  <Question id="panel" ask="A panel is"><LengthField id="panel" path="construction.panel" label="Length of a panel, at most" placeholder="1.2 m" /></Question>
  <TimberQuestion ask="Rails" path="construction.rail" use="rail" measurable />
  <Question id="corner" ask="At the corners"><ChoiceField id="corner" path="construction.corner" label="At the corners" :options="SQUARE_CORNERS" fallback="long_through" /></Question>
  <PostQuestions />
</template>

<style scoped>
.list { width: 100%; margin-top: 4px; padding: 6px 8px; }
.small { font-size: 13px; }
</style>
