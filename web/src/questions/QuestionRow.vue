<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import { useStock } from '@/bed/useStock'
import { useThisBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'
import ChoiceField from '@/sheet/ChoiceField.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import TimberQuestion from './TimberQuestion.vue'
import { instruments } from './instruments'

/** One question as the core asks it: its kind says by which control it is answered; some have an instrument of their own. */
const props = defineProps<{ asked: Asked; stage: string }>()
const { edit, units, valueAt } = useThisBed()
const stock = useStock()
const id = computed(() => (props.asked.path.split('.').at(-1) ?? '').replaceAll('_', '-') + (props.asked.kind === 'sheet' ? '-stock' : ''))
const on = computed(() => (valueAt(props.asked.path) ?? props.asked.usual === 'True') === true)
const sheets = computed(() => stock.value?.sheet.map((s) => ({ value: s.key, text: typeset(`${s.name}, ${printLength(s.cover_mm, units.value)} cover`) })) ?? [])
const usual = computed(() => (props.asked.optional ? 'by rule' : (props.asked.usual ?? '')))
const instrument = computed(() => (props.asked.instrument ? instruments[props.asked.instrument] : undefined))
</script>

<template>
  <component :is="instrument" v-if="instrument" :asked="asked" :stage="stage" />
  <TimberQuestion v-else-if="asked.kind === 'timber'" :ask="asked.ask" :path="asked.path" :use="asked.stock ?? ''" :measurable="asked.measurable" :usual="asked.usual ?? undefined">
    <WatchOuts :stage="stage" :fields="asked.watch" />
  </TimberQuestion>
  <Question v-else :id="id" :ask="asked.ask" :hint="asked.hint ?? undefined">
    <ChoiceField v-if="asked.kind === 'sheet'" :id="id" :path="asked.path" :label="asked.label" :options="sheets" />
    <ChoiceField v-else-if="asked.kind === 'choice'" :id="id" :path="asked.path" :label="asked.label" :options="asked.answers" :fallback="asked.usual ?? undefined" />
    <LengthField v-else-if="asked.kind === 'length'" :id="id" :path="asked.path" :label="asked.label" :optional="asked.optional" :placeholder="usual" />
    <NumberField v-else-if="asked.kind === 'number'" :id="id" :path="asked.path" :label="asked.label" :optional="asked.optional" :after="asked.after ?? undefined" :placeholder="usual" />
    <label v-else-if="asked.kind === 'yes'" class="yes"><input :id="id" type="checkbox" class="tick" :checked="on" @change="edit(asked.path, !on)" /> {{ asked.after }}</label>
    <WatchOuts :stage="stage" :fields="asked.watch" />
  </Question>
</template>

<style scoped>
.yes { display: flex; gap: 8px; align-items: center; min-height: 34px; }
</style>
