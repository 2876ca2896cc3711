<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'

import type { Grounds, Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import TextButton from '@/sheet/TextButton.vue'
import TextField from '@/sheet/TextField.vue'
import { useSheet } from '@/state/sheet'
import CornerRows from './CornerRows.vue'
import { written } from '@/grounds/written'

/** What stands or lies in the yard, each with its corners as they were measured in. */
const props = defineProps<{ plan: Grounds; units: Units; chosen: string | null }>()
const emit = defineEmits<{ choose: [thing: string | null] }>()
const { edit, valueAt, problems } = useSheet()
interface Thing { name: string; kind: string; at: unknown[] }
const things = computed(() => (valueAt('things') as Thing[] | undefined) ?? [])
const kindOf = (name: string) => props.plan.kinds.find((k) => k.name === name)
const FEWEST: Record<string, number> = { area: 3, line: 2, spot: 1 }
/** The row that is open: it is the thing that is chosen on the plan, by its place, as its name is typed there. */
const open = ref<number | null>(null)
watch(() => props.chosen, (name) => {
  const at = things.value.findIndex((t) => t.name === name)
  if (at >= 0) open.value = at
}, { immediate: true })
function unfold(n: number | null) {
  open.value = n
  emit('choose', n === null ? null : (things.value[n]?.name ?? null))
}
const shown = (n: number) => open.value === n || problems.value.some((p) => p.field.startsWith(`things.${n}.`))
const next = ref('house')
const before = (n: number) => ['yard', ...things.value.slice(0, n).map((t) => t.name)].filter((name) => name !== 'yard' || Boolean(valueAt('outline')))
const usual = (mm: number | null | undefined) => (mm ? typeset(printLength(mm, props.units)) : '')

/** Something new begins in the middle of the plan, as large as a step or two. */
function add() {
  const kind = kindOf(next.value)
  if (!kind) return
  const edge = props.plan.edge ?? [[0, 0], [10000, 8000]]
  const mid = (axis: 0 | 1) => (Math.min(...edge.map((p) => p[axis] as number)) + Math.max(...edge.map((p) => p[axis] as number))) / 2
  const far = props.units === 'metric' ? 1000 : 914.4
  const at = (x: number, y: number) => ({ by: 'xy', x: written(mid(0) + x * far, props.units), y: written(mid(1) + y * far, props.units) })
  const corners = { area: [at(-1, -1), at(1, -1), at(1, 1), at(-1, 1)], line: [at(-1.5, 0), at(1.5, 0)], spot: [at(0, 0)] }[kind.shape as 'area' | 'line' | 'spot']
  const plain = kind.title.replace(/^(a|an|the|where) /, '').split(/,| or /)[0] as string
  const title = plain.charAt(0).toUpperCase() + plain.slice(1)
  const taken = things.value.map((t) => t.name)
  let name = title
  for (let n = 2; taken.includes(name); n += 1) name = `${title} ${n}`
  const last = things.value.length
  edit('things', [...things.value, { name, kind: kind.name, at: corners }])
  open.value = last
  emit('choose', name)
}
function remove(n: number) {
  edit('things', things.value.filter((_, at) => at !== n))
  unfold(null)
}
</script>

<template>
  <div class="things">
    <p v-if="!things.length" class="faint">Nothing is drawn yet: walls, fences and trees that shade the beds, paths, the tap, and what must stay free.</p>
    <section v-for="(t, n) in things" :key="n" class="one" :data-thing-row="t.name" :aria-label="t.name">
      <div class="head">
        <button type="button" class="fold" :aria-expanded="shown(n)" @click="unfold(shown(n) ? null : n)"><strong>{{ t.name }}</strong> <span class="faint">{{ kindOf(t.kind)?.title ?? t.kind }}</span></button>
        <TextButton :aria-label="`Remove ${t.name}`" @click="remove(n)">Remove</TextButton>
      </div>
      <div v-if="shown(n)" class="body">
        <Question :id="`things.${n}.name`" ask="Called"><TextField :id="`things.${n}.name`" :path="`things.${n}.name`" :label="`Name of ${t.name}`" /></Question>
        <Question v-if="kindOf(t.kind)?.height" :id="`things.${n}.height`" ask="How high"><LengthField :id="`things.${n}.height`" :path="`things.${n}.height`" :label="`Height of ${t.name}`" optional :placeholder="usual(kindOf(t.kind)?.height)" /></Question>
        <Question v-if="kindOf(t.kind)?.wide" :id="`things.${n}.wide`" ask="How wide"><LengthField :id="`things.${n}.wide`" :path="`things.${n}.wide`" :label="`Width of ${t.name}`" optional :placeholder="usual(kindOf(t.kind)?.wide)" /></Question>
        <template v-if="kindOf(t.kind)?.carries">
          <Question :id="`things.${n}.may_carry.total_kg`" ask="It may carry, in all" hint="As its owner or builder states."><TextField :id="`things.${n}.may_carry.total_kg`" :path="`things.${n}.may_carry.total_kg`" :label="`What ${t.name} may carry in all`" optional /></Question>
          <Question :id="`things.${n}.may_carry.kpa`" ask="On each area"><TextField :id="`things.${n}.may_carry.kpa`" :path="`things.${n}.may_carry.kpa`" :label="`What ${t.name} may carry on each area`" optional /></Question>
        </template>
        <CornerRows :path="`things.${n}.at`" :of="t.name" :names="before(n)" :fewest="FEWEST[kindOf(t.kind)?.shape ?? 'spot'] ?? 1" :most="kindOf(t.kind)?.shape === 'spot' ? 1 : undefined" />
      </div>
      <FieldTrouble :path="`things.${n}.kind`" />
    </section>
    <p class="add">
      <select v-model="next" class="pick" aria-label="What is to be drawn"><option v-for="k in plan.kinds" :key="k.name" :value="k.name">{{ k.title }}</option></select>
      <n-button size="small" @click="add">Draw it</n-button>
    </p>
  </div>
</template>

<style scoped>
.one { border-bottom: 1px solid var(--rule); padding: 2px 0; }
.head { display: flex; justify-content: space-between; gap: 8px; align-items: center; }
.fold { background: none; border: 0; padding: 6px 0; font: inherit; color: inherit; text-align: left; cursor: pointer; min-height: 36px; flex: 1; }
.fold:focus-visible { outline: 3px solid var(--chalk); outline-offset: 1px; }
.body { padding: 0 0 8px 12px; }
.add { display: flex; gap: 8px; align-items: center; padding-top: 8px; flex-wrap: wrap; }
</style>
