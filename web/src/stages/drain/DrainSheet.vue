<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printLength, printVolume, typeset } from '@/measure/print'
import QuestionList from '@/questions/QuestionList.vue'
import { useQuestions } from '@/questions/useQuestions'
import BuyingTable from '@/sheet/BuyingTable.vue'
import Figure from '@/sheet/Figure.vue'
import Fold from '@/sheet/Fold.vue'
import FullSize from '@/sheet/FullSize.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import StepList from '@/sheet/StepList.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import KeptWater from './KeptWater.vue'
import PipesToCut from './PipesToCut.vue'
import WaterSeason from './WaterSeason.vue'

/** Drain: how water leaves, through which holes or what pipe, what is done after what. */
defineProps<{ stage: string }>()
const { plan, units } = useThisBed()
const { group } = useQuestions('bed')
const asked = group('drainage')
const drain = computed(() => plan.value?.drainage)
const bought = computed(() => plan.value?.buying?.some((b) => b.stage === 'drain'))
/** The pipe of the drain, or of the reservoir. */
const piped = computed(() => plan.value?.reservoir ?? plan.value?.drainage ?? { pipes: [], fittings: [], pipe_holes: 0, working: {} })
const length = (mm: number) => typeset(printLength(mm, units.value))
/** What is asked: of a bed without a floor nothing but how it drains. */
const questions = computed(() => {
  const open = drain.value?.kind === 'open' || drain.value?.kind === 'sealed'
  const bare = drain.value?.sleeve_mm ? [] : ['sleeve']
  const left = drain.value?.kind === 'plumbed' ? [...bare, 'diameter', 'pattern', 'count', 'spacing', 'trays', 'tray_holds'] : ['pipe', 'stone', 'sleeve', 'tanks', 'apart']
  return (asked.value?.questions ?? []).filter((q) => (open ? q.path.endsWith('.kind') : !left.some((name) => q.path.endsWith(`.${name}`))))
})
/** What a watch-out is about and is not asked here: it stands with the answer. */
const unasked = computed(() => ['drainage.kind', 'drainage.count', 'drainage.diameter', 'drainage.trays'].filter((f) => !questions.value.some((q) => q.path === f)))
</script>

<template>
  <template v-if="drain">
    <section aria-label="How water leaves">
      <h2>How water leaves</h2>
      <p data-drains>{{ typeset(drain.says) }}</p>
      <dl v-if="drain.kind !== 'open'" class="named">
        <template v-if="drain.carries_l_min"><dt>It carries</dt><dd data-carries><Figure :text="`${typeset(printVolume(drain.carries_l_min, units))} a minute`" :worked="drain.working?.carries_l_min" of="What it carries" /></dd></template>
        <dt>The rain brings</dt><dd><Figure :text="`${typeset(printVolume(drain.wanted_l_min, units))} a minute`" :worked="drain.working?.wanted_l_min" of="What the rain brings" /></dd>
        <template v-if="drain.screens && drain.screen_mm"><dt>Screens</dt><dd>{{ drain.screens }} of mesh, {{ length(drain.screen_mm) }} square</dd></template>
        <template v-if="drain.trays && drain.tray_full_min"><dt>Trays</dt><dd><Figure :text="`${drain.trays}, full after ${Math.round(drain.tray_full_min)} min`" :worked="drain.working?.tray_full_min" of="When trays are full" /></dd></template>
        <template v-if="drain.stone_l > 0.5"><dt>Stone</dt><dd><Figure :text="typeset(printVolume(drain.stone_l, units))" :worked="drain.working?.stone_l" of="Stone round the pipe" /></dd></template>
      </dl>
      <WatchOuts stage="drain" :fields="unasked" />
    </section>
    <QuestionList v-if="questions.length" :questions="questions" stage="drain" />
    <KeptWater />
    <StepList :steps="plan?.reservoir?.steps ?? drain.steps" kind="drained" />
    <Fold v-if="drain.holes.length" printed :title="`${drain.holes.length} holes, from the outside front left corner`">
      <table class="listed">
        <thead><tr><th scope="col">Hole</th><th scope="col">To the right</th><th scope="col">To the back</th></tr></thead>
        <tbody><tr v-for="(h, n) in drain.holes" :key="n" :data-hole="n + 1"><th scope="row">{{ n + 1 }}</th><td>{{ length(h.x_mm) }}</td><td>{{ length(h.y_mm) }}</td></tr></tbody>
      </table>
    </Fold>
    <FullSize v-if="drain.holes.length" />
    <PipesToCut :pipes="piped.pipes" :fittings="piped.fittings" :holes="piped.pipe_holes" :working="piped.working" />
    <WaterSeason v-if="plan?.reservoir" />
    <BuyingTable v-if="bought" stage="drain" title="For the drain, to buy" />
    <PrintedWorkings stage="drain" />
  </template>
</template>
