<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, type BedOnPlan, type Grounds, type Place, type Units } from '@/api/client'
import { typeset } from '@/measure/print'
import ChoiceField from '@/sheet/ChoiceField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import Question from '@/sheet/Question.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'
import LineUp from './LineUp.vue'
import RepeatBed from './RepeatBed.vue'
import { written } from '@/grounds/written'

/** Where one bed stands: typed, turned, put along something, lined up, repeated, found by trying, taken off the plan. */
const props = defineProps<{ yard: string; plan: Grounds; bed: BedOnPlan; beds: BedOnPlan[]; units: Units }>()
const { edit, valueAt } = useSheet()
const at = (name: string) => `places.${props.bed.id}${name && `.${name}`}`
const place = computed(() => valueAt(at('')) as { follow?: unknown; top?: unknown } | undefined)
const walls = computed(() => [...(props.plan.edge ? [{ value: 'yard', text: 'the edge of the yard' }] : []), ...props.plan.things.filter((t) => t.walls > 0).map((t) => ({ value: t.name, text: t.name }))])
/** The rim is wanted as high as before wherever the bed is put. */
const put = (now: object) => edit(at(''), { ...now, ...(place.value?.top ? { top: place.value.top } : {}) })
const said = ref('')
const searching = ref(false)
async function find() {
  searching.value = true
  const answer = await api.bestPlace(props.yard, props.bed.id)
  searching.value = false
  if (!answer.ok) said.value = answer.problem.detail
  else if (!answer.value) said.value = 'Nowhere is free for it, or the latitude of the yard is not known.'
  else {
    put(answer.value.place)
    said.value = answer.value.says
  }
}
/** Standing along something begins at its first wall; standing free, where it stands now. */
function along(on: boolean) {
  const none = written(0, props.units)
  if (on) put({ follow: { thing: walls.value[0]?.value ?? 'yard', wall: 1, along: none, gap: none } })
  else {
    const [x, y] = props.bed.site?.corner ?? []
    put({ x: written(x ?? 0, props.units), y: written(y ?? 0, props.units), turn: Math.round((props.bed.site?.turn ?? 0) * 10) / 10 })
  }
}
const repeated = (made: Record<string, Place>) => edit('places', { ...(valueAt('places') as object | undefined), ...made })
const sun = computed(() => props.bed.site?.sun)
</script>

<template>
  <div class="body">
    <template v-if="place">
      <Question :id="`stands-${bed.id}`" ask="It stands">
        <select :id="`stands-${bed.id}`" class="pick" :value="place.follow ? 'along' : 'free'" :aria-label="`${bed.name} stands`" @change="along(($event.target as HTMLSelectElement).value === 'along')">
          <option value="free">where its front left corner is</option>
          <option v-if="walls.length" value="along">along something, its back to it</option>
        </select>
      </Question>
      <template v-if="place.follow">
        <Question ask="Along"><span class="row"><ChoiceField :id="at('follow.thing')" :path="at('follow.thing')" :label="`What ${bed.name} stands along`" :options="walls" /><NumberField :id="at('follow.wall')" :path="at('follow.wall')" :label="`Wall that ${bed.name} stands along`" before="wall" /></span></Question>
        <Question :id="at('follow.along')" ask="It begins along it"><LengthField :id="at('follow.along')" :path="at('follow.along')" :label="`How far along ${bed.name} begins`" /></Question>
        <Question :id="at('follow.gap')" ask="It stays off it" hint="0 is flush."><LengthField :id="at('follow.gap')" :path="at('follow.gap')" :label="`How far off ${bed.name} stays`" /></Question>
      </template>
      <template v-else>
        <Question :id="at('x')" ask="To the right"><LengthField :id="at('x')" :path="at('x')" :label="`${bed.name}, to the right`" /></Question>
        <Question :id="at('y')" ask="Up the plan"><LengthField :id="at('y')" :path="at('y')" :label="`${bed.name}, up the plan`" /></Question>
        <Question :id="at('turn')" ask="Turned"><NumberField :id="at('turn')" :path="at('turn')" :label="`${bed.name}, turned`" after="° clockwise" /></Question>
      </template>
      <Question :id="at('top')" ask="Its rim is wanted" hint="As high as a deck, a sill or another bed; empty: as it is built."><LengthField :id="at('top')" :path="at('top')" :label="`How high the rim of ${bed.name} is wanted`" optional /></Question>
      <template v-if="bed.site?.placed">
        <Question ask="Line it up"><LineUp :yard="yard" :bed="bed" :plan="plan" :beds="beds" @place="put" /></Question>
        <Question ask="A row of them"><RepeatBed :yard="yard" :bed="bed" :units="units" @places="repeated" /></Question>
      </template>
    </template>
    <p v-if="bed.problem" class="look">{{ typeset(bed.problem) }}</p>
    <p v-for="text in bed.needs_a_look" :key="text" class="look">{{ typeset(text) }}</p>
    <p v-if="sun">{{ typeset(sun.says.charAt(0).toUpperCase() + sun.says.slice(1)) }}; {{ sun.suits }}.</p>
    <p v-if="said" class="faint" role="status">{{ typeset(said) }}</p>
    <span class="acts">
      <TextButton :disabled="searching" :aria-label="`Find the best place for ${bed.name}`" @click="find">{{ searching ? 'Trying places …' : 'Find the best place' }}</TextButton>
      <TextButton v-if="place" :aria-label="`Take it off the plan: ${bed.name}`" @click="edit(at(''), undefined)">Take it off the plan</TextButton>
      <router-link :to="{ name: 'bed', params: { id: bed.id, stage: 'site' } }">Its Site page</router-link>
    </span>
    <FieldTrouble :path="at('')" />
  </div>
</template>

<style scoped>
.body { padding: 0 0 8px 12px; display: grid; gap: 4px; }
.row { display: flex; gap: 8px; flex-wrap: wrap; }
.acts { display: flex; gap: 4px 14px; flex-wrap: wrap; align-items: center; }
.look { border-left: 4px solid var(--rust); padding-left: 8px; color: var(--rust); font-size: 14px; }
</style>
