<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printArea, printLength, typeset } from '@/measure/print'
import QuestionList from '@/questions/QuestionList.vue'
import { asRows } from '@/questions/asked'
import RowsQuestion from '@/questions/instruments/RowsQuestion.vue'
import { useQuestions } from '@/questions/useQuestions'
import BuyingTable from '@/sheet/BuyingTable.vue'
import Figure from '@/sheet/Figure.vue'
import FullSize from '@/sheet/FullSize.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import StepList from '@/sheet/StepList.vue'

/** Line: what is lined with what and why, the pieces, what holds them, what is done after what. */
defineProps<{ stage: string }>()
const { plan, units } = useThisBed()
const { group } = useQuestions('bed')
const asked = group('lining')
const rolls = group('rolls')
const line = computed(() => plan.value?.lining)
const length = (mm: number) => typeset(printLength(mm, units.value))
/** What asks about a lining of walls, of a coat, is asked where there is one. */
const LINED = ['top', 'trim', 'slack', 'lap', 'every', 'seams']
const questions = computed(() => (asked.value?.questions ?? []).filter((q) => {
  const name = q.path.replace('lining.', '')
  if (name === 'coats') return line.value?.coat !== 'none'
  return !LINED.includes(name) || line.value?.walls !== 'none' || line.value?.floor !== 'none'
}))
</script>

<template>
  <template v-if="line">
    <section aria-label="What is lined">
      <h2>What is lined</h2>
      <p data-lined>{{ typeset(line.says) }}</p>
      <p class="faint">{{ line.why }}</p>
      <dl class="named">
        <template v-if="line.walls !== 'none'"><dt>Deep</dt><dd data-deep><Figure :text="length(line.depth_mm)" :worked="line.working?.depth_mm" of="How deep the lining is" /></dd></template>
        <template v-if="line.walls !== 'none'"><dt>Round</dt><dd><Figure :text="length(line.round_mm)" :worked="line.working?.round_mm" of="The way round" /></dd></template>
        <template v-if="line.staples"><dt>Staples</dt><dd><Figure :text="String(line.staples)" :worked="line.working?.staples" of="Staples" /></dd></template>
        <template v-if="line.nails"><dt>Nails with a washer</dt><dd>{{ line.nails }}</dd></template>
        <template v-if="line.tape_mm"><dt>Tape</dt><dd><Figure :text="length(line.tape_mm)" :worked="line.working?.tape_mm" of="Tape" /></dd></template>
        <template v-if="line.coat !== 'none'"><dt>{{ line.coat === 'oil' ? 'Oil' : 'Bitumen paint' }}</dt><dd data-coat><Figure :text="line.coat_says" :worked="line.working?.paint_l" of="How much paint" /> on {{ typeset(printArea(line.coat_m2, units)) }}</dd></template>
      </dl>
    </section>
    <QuestionList v-if="questions.length" :questions="questions" stage="line" />
    <section v-if="line.pieces.length" aria-label="Pieces">
      <h2>Pieces</h2>
      <table class="listed">
        <thead><tr><th scope="col">Piece</th><th scope="col">Of</th><th scope="col">How many</th><th scope="col">Cut to</th></tr></thead>
        <tbody><tr v-for="(p, n) in line.pieces" :key="n" :data-liner="n + 1"><th scope="row"><strong class="figures">{{ n + 1 }}</strong> {{ p.what }}</th><td class="words">{{ p.named }}</td><td>{{ p.count }}</td><td class="cut">{{ length(p.length_mm) }} × {{ length(p.width_mm) }}</td></tr></tbody>
      </table>
      <FullSize />
    </section>
    <StepList :steps="line.steps" kind="lined" />
    <section v-if="rolls" aria-label="To hand"><RowsQuestion :asked="asRows(rolls)" stage="line" /></section>
    <BuyingTable stage="line" title="Lining to buy" />
    <PrintedWorkings stage="line" />
  </template>
</template>

<style scoped>
.words { font-family: inherit; }
.cut { white-space: nowrap; }
@media (max-width: 560px) { .cut { white-space: normal; } }
</style>
