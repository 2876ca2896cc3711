<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import { useMaterials } from '@/bed/useMaterials'
import { useStock } from '@/bed/useStock'
import { printLength, typeset } from '@/measure/print'
import ChoiceField from '@/sheet/ChoiceField.vue'
import DateField from '@/sheet/DateField.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import Question from '@/sheet/Question.vue'
import TextField from '@/sheet/TextField.vue'
import TickBox from '@/sheet/TickBox.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import { useSheet } from '@/state/sheet'
import MeasuredOtherwise from './MeasuredOtherwise.vue'
import TimberQuestion from './TimberQuestion.vue'
import { idOf, labelOf } from './asked'
import { instruments } from './instruments'

/** One question as the core asks it: its kind says by which control it is answered; some have an instrument of their own. */
const props = defineProps<{ asked: Asked; stage: string; questions?: Asked[] }>()
const { root = '', edit, sides, units, built, valueAt } = useSheet()
const stock = useStock()
const id = computed(() => root + idOf(props.asked))
const label = computed(() => labelOf(props.asked, props.questions ?? [], valueAt))
const on = computed(() => (valueAt(props.asked.path) ?? props.asked.usual === 'True') === true)
const sheets = computed(() => stock.value?.sheet.filter((s) => s.system === built.value || s.key === valueAt(props.asked.path)).map((s) => ({ value: s.key, text: typeset(`${s.name}, ${printLength(s.cover_mm, units.value)} cover`) })) ?? [])
const vessels = computed(() => stock.value?.vessel.filter((v) => v.kind === props.asked.stock && (v.system === built.value || v.kind !== 'trough' || v.key === valueAt(props.asked.path))).map((v) => ({ value: v.key, text: v.name })) ?? [])
const blocks = computed(() => stock.value?.block.filter((b) => b.system === built.value || b.key === valueAt(props.asked.path)).map((b) => ({ value: b.key, text: b.name })) ?? [])
const species = computed(() => stock.value?.species.map((s) => ({ value: s.key, text: s.name })) ?? [])
const { materials } = useMaterials()
const fills = computed(() => materials.value.map((m) => ({ value: m.key, text: m.name })))
const options = computed(() => ({ sheet: sheets.value, vessel: vessels.value, block: blocks.value, species: species.value, fill: fills.value, side: sides.value.map((name) => ({ value: name, text: name })), choice: props.asked.answers ?? [] })[props.asked.kind as 'sheet' | 'vessel' | 'block' | 'species' | 'fill' | 'side' | 'choice'])
const usual = computed(() => (props.asked.usual ? typeset(props.asked.usual) : props.asked.optional ? 'by rule' : ''))
const instrument = computed(() => (props.asked.instrument ? instruments[props.asked.instrument] : undefined))
</script>

<template>
  <component :is="instrument" v-if="instrument" :asked="asked" :stage="stage" />
  <TimberQuestion v-else-if="asked.kind === 'timber'" :ask="asked.ask" :label="label" :path="asked.path" :use="asked.stock ?? ''" :measurable="asked.measurable" :usual="asked.usual ?? undefined" :optional="asked.optional" :hint="asked.hint ?? undefined">
    <WatchOuts :stage="stage" :fields="asked.watch ?? []" />
  </TimberQuestion>
  <Question v-else :id="asked.kind === 'yes' ? undefined : id" :ask="asked.ask" :hint="asked.hint ?? undefined">
    <ChoiceField v-if="options" :id="id" :path="asked.path" :label="label" :options="options" :fallback="asked.usual ?? undefined" :optional="asked.optional" />
    <LengthField v-else-if="asked.kind === 'length'" :id="id" :path="asked.path" :label="label" :optional="asked.optional || Boolean(asked.usual)" :placeholder="usual" />
    <NumberField v-else-if="asked.kind === 'number'" :id="id" :path="asked.path" :label="label" :optional="asked.optional || Boolean(asked.usual)" :before="asked.before ?? undefined" :after="asked.after ?? undefined" :placeholder="usual" />
    <TextField v-else-if="asked.kind === 'text'" :id="id" :path="asked.path" :label="label" :optional="asked.optional" :placeholder="usual" />
    <DateField v-else-if="asked.kind === 'date'" :id="id" :path="asked.path" :label="label" :optional="asked.optional" />
    <TickBox v-else-if="asked.kind === 'yes'" :id="id" :done="on" :label="label" class="yes" @tick="edit(asked.path, $event)">{{ asked.after }}</TickBox>
    <MeasuredOtherwise v-if="asked.measurable && asked.rows?.length" :asked="asked" />
    <WatchOuts :stage="stage" :fields="asked.watch ?? []" />
  </Question>
</template>

<style scoped>
.yes { min-height: 34px; align-items: center; }
</style>
