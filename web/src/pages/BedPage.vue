<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, effectScope, onMounted, onScopeDispose, ref, watch, watchEffect } from 'vue'
import { useRouter } from 'vue-router'

import { provideBed, useBed } from '@/bed/useBed'
import { useBedsOfYard } from '@/bed/useBedsOfYard'
import { useStages } from '@/bed/useStages'
import BedDrawing from '@/drawing/BedDrawing.vue'
import TopLine from '@/line/TopLine.vue'
import { printDay, typeset } from '@/measure/print'
import { fetchQuestions } from '@/questions/useQuestions'
import Later from '@/sheet/Later.vue'
import { inTurn } from '@/sheet/turns'
import TextButton from '@/sheet/TextButton.vue'
import { chaptersOf, largeOf, sheetOf } from '@/stages'
import LevelFirst from '@/stages/level/LevelFirst.vue'
import { fetchedLater } from '@/state/reached'
import { useElsewhere } from '@/state/useElsewhere'
import { useShortcuts, type Shortcut } from '@/state/useShortcuts'
import RunningTape from '@/tape/RunningTape.vue'
import ConflictBox from '@/state/ConflictBox.vue'
import NothingHere from './NothingHere.vue'

/** One bed: the line above, the drawing beside the sheet of the stage, the tape below. */
const props = defineProps<{ id: string; stage: string }>()
const FindBox = fetchedLater(() => import('./FindBox.vue'))
const ShortcutsBox = fetchedLater(() => import('./ShortcutsBox.vue'))
const bed = useBed(props.id)
provideBed(bed)
const { draft, plan, problems, trouble, conflict, changedElsewhere, step, canUndo, canRedo, unreadable } = bed
const yard = useBedsOfYard()
const router = useRouter()
const missing = ref<string | null>(null)
const open = ref(false)
/** On a phone the drawing is folded away, and drawn once it is unfolded. */
const wide = ref(false)
const drawn = computed(() => wide.value || open.value)
/** At the Bench the sticks have the large side, on a phone too. */
const atBench = computed(() => props.stage === 'bench')
const large = computed(() => largeOf(props.stage))
watch(atBench, (now) => (open.value = now), { immediate: true })
const room = effectScope()
onMounted(() => inTurn(() => room.run(() => {
  const matches = useMediaQuery('(min-width: 561px), print')
  watchEffect(() => (wide.value = matches.value))
})))
onScopeDispose(() => room.stop())
const stages = useStages()
const sheet = computed(() => sheetOf(props.stage))
const chapters = computed(() => chaptersOf(props.stage, stages.value.find((s) => s.key === props.stage)?.chapters ?? []))
/** The sheet waits for what it shows: nothing on it acts before the plan is there. */
const ready = computed(() => draft.value !== null && (bed.has(chapters.value) || (plan.value === null && problems.value.length > 0)))
const unknown = computed(() => (stages.value.length && !stages.value.some((s) => s.key === props.stage) ? `There is no stage called ${props.stage}.` : null))
const today = computed(() => printDay(new Date()))

onMounted(async () => {
  const problem = await bed.open(chapters.value)
  if (problem) missing.value = problem.status === 404 ? 'There is no such bed, or it was deleted.' : problem.detail
  else if (unreadable.value.length) void router.replace({ name: 'text', params: { id: props.id } })
  void yard.load(bed.yard.value)
})
watch(chapters, (keys) => void bed.show(keys))
watch(plan, (now) => now && fetchQuestions(now.built, now.units))

const elsewhere = useElsewhere(problems, () => props.stage)

const top = ref<InstanceType<typeof TopLine> | null>(null)
const keysShown = ref(false)
function go(by: number) {
  const next = stages.value[stages.value.findIndex((s) => s.key === props.stage) + by]
  if (next) void router.push({ name: 'bed', params: { id: props.id, stage: next.key } })
}
const finding = ref(false)
const shortcuts: Shortcut[] = [
  { keys: '.', says: 'the next stage', does: () => go(1) },
  { keys: ',', says: 'the stage before', does: () => go(-1) },
  { keys: 'Ctrl+z', says: 'undo', does: () => canUndo.value && void step('undo') },
  { keys: 'Ctrl+Shift+z', says: 'redo', does: () => canRedo.value && void step('redo') },
  { keys: 'Ctrl+p', says: 'print this sheet', does: () => void top.value?.print() },
  { keys: 'u', says: 'the other units', does: () => plan.value && bed.showOther() },
  { keys: 'f', says: 'find a piece', does: () => (finding.value = true) },
  { keys: '?', says: 'these keys', does: () => (keysShown.value = true) },
]
useShortcuts(shortcuts)
</script>

<template>
  <NothingHere v-if="missing ?? unknown" :detail="missing ?? unknown ?? undefined" />
  <div v-else class="page">
    <a class="skip" href="#sheet">To the sheet</a>
    <TopLine ref="top" :stage="stage" @keys="keysShown = true" />
    <div v-if="draft && plan" class="print-head print-only">
      <h1>{{ draft.name }}</h1>
      <p>Acre Box, {{ today }}</p>
    </div>
    <div class="spread">
      <section class="drawing" :class="{ open, own: atBench }" aria-label="Drawing of the bed">
        <n-button block class="fold no-print" :aria-expanded="open" @click="open = !open">{{ atBench ? (open ? 'Fold the sticks away' : 'Show the sticks') : open ? 'Fold the drawing away' : 'Show the drawing' }}</n-button>
        <div class="ground"><Later v-if="drawn"><BedDrawing :bows="stage === 'shape'" :own="large?.name"><template #own><component :is="large?.view" v-if="draft" /></template></BedDrawing></Later></div>
      </section>
      <main id="sheet" class="sheet" tabindex="-1">
        <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
        <p v-if="bed.may.value === 'look'" class="banner calm" role="status">You may look at this bed. What you try here is planned, and not saved.</p>
        <p v-if="changedElsewhere" class="banner calm" role="status">This bed was changed elsewhere meanwhile; those changes are in what you see. <TextButton @click="changedElsewhere = false">Good</TextButton></p>
        <ConflictBox v-if="conflict" what="bed" :clashes="conflict.clashes" :saved-at="conflict.saved.saved_at" @resolve="bed.resolve" />
        <div v-if="problems.length" class="banner held" role="status">
          <p>What you typed cannot be planned yet; the drawing and figures show the last plan that could.</p>
          <p v-for="p in elsewhere" :key="p.field" class="wrong"><strong>{{ typeset(p.message) }}</strong> You gave “{{ typeset(p.value) }}” for {{ p.field.replaceAll('_', ' ').replaceAll('.', ', ') }}. Allowed: {{ typeset(p.allowed) }}.</p>
        </div>
        <LevelFirst v-if="ready" :stage="stage" />
        <component :is="sheet" v-if="ready" :stage="stage" />
        <p v-else class="faint" role="status">{{ draft ? 'Working it out …' : 'Fetching the bed …' }}</p>
      </main>
    </div>
    <RunningTape />
    <FindBox v-if="finding" v-model:open="finding" />
    <ShortcutsBox v-if="keysShown" v-model:open="keysShown" :list="shortcuts" />
  </div>
</template>

<style scoped>
.page { height: 100%; display: grid; grid-template-rows: auto minmax(0, 1fr) auto; }
.skip { position: absolute; left: -999px; }
.skip:focus { left: 8px; top: 8px; background: var(--sheet); padding: 8px; z-index: 5; }
.spread { display: grid; grid-template-columns: 58fr 42fr; min-height: 0; }
.drawing { min-width: 0; min-height: 0; padding: 8px 0 8px 8px; }
.ground { height: 100%; min-height: 0; }
.fold { display: none; }
.sheet { background: var(--sheet); border-left: 1px solid var(--rule); overflow: auto; padding: 16px 20px 32px; min-width: 0; outline: none; }
@media (max-width: 1000px) {
  .spread { display: block; overflow: auto; }
  .drawing { padding: 8px; height: 52vh; }
  .sheet { border-left: 0; border-top: 1px solid var(--rule); overflow: visible; padding: 12px 16px 32px; }
}
@media (max-width: 560px) {
  .drawing { height: auto; padding: 4px 8px; }
  .fold { display: inline-flex; }
  .ground { display: none; }
  .drawing.open .ground { display: block; height: 460px; }
  .drawing.own.open .ground { height: auto; }
}
@media print {
  .page, .spread { display: block; height: auto; }
  .drawing { height: auto; padding: 0; break-after: avoid; }
  .sheet { overflow: visible; padding: 0; border: 0; }
  .print-head { display: flex; justify-content: space-between; align-items: baseline; border-bottom: 2px solid black; margin-bottom: 8px; }
}
</style>
