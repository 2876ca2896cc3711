<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'

import { api, type BedOnPlan, type Grounds, type Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'
import ChoiceField from '@/sheet/ChoiceField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import Question from '@/sheet/Question.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'
import { stepOf, toStep, written } from './written'

/** Every bed and where it stands: typed, turned, put along something, found by trying, taken off the plan. It does all
    that dragging does. */
const props = defineProps<{ yard: string; plan: Grounds; beds: BedOnPlan[]; units: Units; chosen: string | null }>()
const emit = defineEmits<{ choose: [bed: string | null] }>()
const { edit, valueAt, problems } = useSheet()
const said = ref<Record<string, string>>({})
const place = (id: string) => valueAt(`places.${id}`) as { follow?: unknown } | undefined
const shown = (b: BedOnPlan) => props.chosen === b.id || problems.value.some((p) => p.field.startsWith(`places.${b.id}`))
const walls = computed(() => [...(props.plan.edge ? [{ value: 'yard', text: 'the edge of the yard' }] : []), ...props.plan.things.filter((t) => t.corners.length > 1).map((t) => ({ value: t.name, text: t.name }))])

function put(b: BedOnPlan) {
  const edge = props.plan.edge ?? [[0, 0], [8000, 6000]]
  const [xs, ys] = [edge.map((p) => p[0] as number), edge.map((p) => p[1] as number)]
  const step = stepOf(props.units)
  const at = (low: number, high: number, size: number) => written(toStep(Math.max(low, (low + high - size) / 2), step), props.units)
  edit(`places.${b.id}`, { x: at(Math.min(...xs), Math.max(...xs), b.size?.[0] ?? 0), y: at(Math.min(...ys), Math.max(...ys), b.size?.[1] ?? 0), turn: 0 })
  emit('choose', b.id)
}
const searching = ref<string | null>(null)
async function find(b: BedOnPlan) {
  searching.value = b.id
  const answer = await api.bestPlace(props.yard, b.id)
  searching.value = null
  if (!answer.ok) said.value = { ...said.value, [b.id]: answer.problem.detail }
  else if (!answer.value) said.value = { ...said.value, [b.id]: 'Nowhere is free for it, or the latitude of the yard is not known.' }
  else {
    edit(`places.${b.id}`, { x: written(answer.value.place.x as number, props.units), y: written(answer.value.place.y as number, props.units), turn: answer.value.place.turn })
    said.value = { ...said.value, [b.id]: answer.value.says }
    emit('choose', b.id)
  }
}
/** Standing along something begins at its first wall; standing free, where it stands now. */
function along(b: BedOnPlan, on: boolean) {
  if (on) edit(`places.${b.id}`, { follow: { thing: walls.value[0]?.value ?? 'yard', wall: 1, along: written(0, props.units), gap: written(0, props.units) } })
  else {
    const [x, y] = b.site?.ring[0] ?? [0, 0]
    edit(`places.${b.id}`, { x: written(x as number, props.units), y: written(y as number, props.units), turn: Math.round((b.site?.turn ?? 0) * 10) / 10 })
  }
}
const sized = (b: BedOnPlan) => (b.size ? typeset(`${printLength(b.size[0] as number, props.units)} × ${printLength(b.size[1] as number, props.units)}`) : '')
</script>

<template>
  <ul class="places">
    <li v-for="b in beds" :key="b.id" :data-place="b.name" :class="{ chosen: chosen === b.id }">
      <div class="head">
        <button type="button" class="fold" :aria-expanded="shown(b)" @click="emit('choose', chosen === b.id ? null : b.id)"><strong>{{ b.name }}</strong> <span class="faint">{{ place(b.id) ? (b.needs_a_look.length ? 'needs a look' : b.site?.sun ? `${b.site.sun.hours_season.toFixed(1)} hours of sun` : 'on the plan') : `waits, ${sized(b)}` }}</span></button>
        <n-button v-if="!place(b.id)" size="small" :aria-label="`Put ${b.name} on the plan`" @click="put(b)">Put it on the plan</n-button>
      </div>
      <div v-if="shown(b)" class="body">
        <template v-if="place(b.id)">
          <Question :id="`stands-${b.id}`" ask="It stands">
            <select :id="`stands-${b.id}`" class="pick" :value="place(b.id)?.follow ? 'along' : 'free'" :aria-label="`${b.name} stands`" @change="along(b, ($event.target as HTMLSelectElement).value === 'along')">
              <option value="free">where its front left corner is</option>
              <option v-if="walls.length" value="along">along something, its back to it</option>
            </select>
          </Question>
          <template v-if="place(b.id)?.follow">
            <Question ask="Along"><span class="row"><ChoiceField :id="`places.${b.id}.follow.thing`" :path="`places.${b.id}.follow.thing`" :label="`What ${b.name} stands along`" :options="walls" /><NumberField :id="`places.${b.id}.follow.wall`" :path="`places.${b.id}.follow.wall`" :label="`Wall that ${b.name} stands along`" before="wall" /></span></Question>
            <Question :id="`places.${b.id}.follow.along`" ask="It begins along it"><LengthField :id="`places.${b.id}.follow.along`" :path="`places.${b.id}.follow.along`" :label="`How far along ${b.name} begins`" /></Question>
            <Question :id="`places.${b.id}.follow.gap`" ask="It stays off it" hint="0 is flush."><LengthField :id="`places.${b.id}.follow.gap`" :path="`places.${b.id}.follow.gap`" :label="`How far off ${b.name} stays`" /></Question>
          </template>
          <template v-else>
            <Question :id="`places.${b.id}.x`" ask="To the right"><LengthField :id="`places.${b.id}.x`" :path="`places.${b.id}.x`" :label="`${b.name}, to the right`" /></Question>
            <Question :id="`places.${b.id}.y`" ask="Up the plan"><LengthField :id="`places.${b.id}.y`" :path="`places.${b.id}.y`" :label="`${b.name}, up the plan`" /></Question>
            <Question :id="`places.${b.id}.turn`" ask="Turned"><NumberField :id="`places.${b.id}.turn`" :path="`places.${b.id}.turn`" :label="`${b.name}, turned`" after="° clockwise" /></Question>
          </template>
        </template>
        <p v-if="b.problem" class="look">{{ typeset(b.problem) }}</p>
        <p v-for="text in b.needs_a_look" :key="text" class="look">{{ typeset(text) }}</p>
        <p v-if="b.site?.sun">{{ typeset(b.site.sun.says.charAt(0).toUpperCase() + b.site.sun.says.slice(1)) }}; {{ b.site.sun.suits }}.</p>
        <p v-if="said[b.id]" class="faint" role="status">{{ typeset(said[b.id] ?? '') }}</p>
        <span class="acts">
          <TextButton :disabled="searching === b.id" :aria-label="`Find the best place for ${b.name}`" @click="find(b)">{{ searching === b.id ? 'Trying places …' : 'Find the best place' }}</TextButton>
          <TextButton v-if="place(b.id)" :aria-label="`Take ${b.name} off the plan`" @click="edit(`places.${b.id}`, undefined)">Take it off the plan</TextButton>
          <router-link :to="{ name: 'bed', params: { id: b.id, stage: 'site' } }">Its Site page</router-link>
        </span>
        <FieldTrouble :path="`places.${b.id}`" />
      </div>
    </li>
  </ul>
</template>

<style scoped>
.places > li { border-bottom: 1px solid var(--rule); }
.head { display: flex; justify-content: space-between; gap: 8px; align-items: center; }
.fold { background: none; border: 0; padding: 6px 0; font: inherit; color: inherit; text-align: left; cursor: pointer; min-height: 36px; flex: 1; }
.fold:focus-visible { outline: 3px solid var(--chalk); outline-offset: 1px; }
.body { padding: 0 0 8px 12px; display: grid; gap: 4px; }
.row { display: flex; gap: 8px; flex-wrap: wrap; }
.acts { display: flex; gap: 4px 14px; flex-wrap: wrap; align-items: center; }
.look { border-left: 4px solid var(--rust); padding-left: 8px; color: var(--rust); font-size: 14px; }
</style>
