<script setup lang="ts">
import { NButton, NTable } from 'naive-ui'
import { useElementVisibility } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import { api, type Design, type Remedy } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { grouped, printBow, printForce, printLength, printLineLoad, printMoment, printMoney, printPressure, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import GroupFold from '@/questions/GroupFold.vue'
import { useQuestions } from '@/questions/useQuestions'
import { alike } from '@/state/merge'

/** What the soil pushes, how each wall bows beside the rule of thumb, and what would bring it right. */
const { id, draft, plan, units, change } = useThisBed()
const loads = useQuestions('bed').group('loads')
const strength = computed(() => plan.value?.strength)
const length = (mm: number) => printLength(mm, units.value)
const tenth = (mm: number) => printBow(mm, units.value)
const offered = ref<Remedy[]>([])
/** The watch-outs that remedies were tried for, once they were, and the bed that they were tried on. */
const tried = ref('')
let triedOn: Design | null = null
const open = computed(() => (plan.value?.watch_outs.filter((w) => w.stage === 'shape' && w.level !== 'note' && !w.accepted).map((w) => `${w.code} ${units.value} ${w.message}`) ?? []).join())
/** Remedies are tried only once somebody looks here. */
const section = ref<HTMLElement | null>(null)
const inSight = useElementVisibility(section)
watch([open, inSight], async ([codes, seen], [before] = ['', false]) => {
  if (codes !== before) offered.value = []
  const bed = draft.value
  if (!codes || !seen || tried.value === codes || !bed) return
  const result = await api.remedies(bed, { bed: id, shown: units.value })
  if (!result.ok || codes !== open.value) return
  offered.value = result.value
  tried.value = codes
  triedOn = bed
}, { immediate: true })
/** A remedy is a whole bed: where something else of it was changed since, the same one is made for the bed as it is. */
async function take(remedy: Remedy) {
  const bed = draft.value
  if (!bed) return
  if (alike(bed, triedOn)) return change(remedy.design)
  const again = await api.remedies(bed, { bed: id, shown: units.value })
  if (!again.ok || bed !== draft.value) return
  const same = again.value.find((r) => r.words === remedy.words)
  if (same) return change(same.design)
  offered.value = again.value
  triedOn = bed
}
const percent = (share: number) => `${Math.round(share * 100)} %`
const extra = (cost: number) => `${cost < 0 ? '−' : '+'}${printMoney(Math.abs(cost), plan.value?.currency_sign ?? '')}`
</script>

<template>
  <section v-if="strength" ref="section" class="hold" aria-labelledby="hold-title">
    <h2 id="hold-title">Will it hold</h2>
    <p class="faint">At the bottom the soil pushes <Figure :text="printPressure(strength.push_kpa, units)" :worked="strength.working?.push_kpa" of="Push of the soil" />. Advice only: local codes and licensed design go first.</p>
    <p class="faint" data-heavier>The small figures are with heavier assumptions ({{ typeset(strength.heavier.says) }}: <Figure :text="printPressure(strength.heavier.push_kpa, units)" :worked="strength.heavier.working?.push_kpa" of="Push with heavier assumptions" />). They change no verdict.</p>
    <div v-if="open && (tried !== open || offered.length || !strength.holds)" class="remedies" role="status">
      <p v-if="tried !== open" class="faint">Trying what would bring it right …</p>
      <p v-else-if="!offered.length">No single change of those tried brings all of it right; make it lower, or change two things.</p>
      <ul v-else>
        <li v-for="(r, n) in offered.slice(0, 5)" :key="r.words"><n-button type="primary" ghost size="small" class="do" :data-remedy="n" @click="take(r)">{{ typeset(r.words) }}</n-button> <span class="figures">{{ extra(r.cost) }}</span> <span class="faint">{{ r.whole ? 'brings all of it right' : `answers ${r.answers.join(', ')}` }}{{ r.changes.length ? `; ${typeset(r.changes.join(', '))}` : '' }}</span></li>
      </ul>
    </div>
    <p v-for="(h, n) in strength.hoops" :key="`hoop-${n}`" data-hoop>The soil stretches the ring with <Figure :text="printLineLoad(h.tension_n_per_m, units)" :worked="h.working?.tension_n_per_m" of="Tension of the ring" /> at its foot. Each seam has <Figure :text="`${h.screws} screws`" :worked="h.working?.screws" of="Screws of a seam" />, of which the lowest carries at most <span class="figures">{{ printForce(h.lowest_n, units) }}</span> of the <span class="figures">{{ printForce(h.takes_n, units) }}</span> that one takes<template v-if="h.heavier_lowest_n != null">{{ ' ' }}<span class="faint">(heavier: {{ printForce(h.heavier_lowest_n, units) }})</span></template>.</p>
    <ul v-if="strength.laid.length" class="laid">
      <li v-for="x in strength.laid" :key="x.side" :data-laid="x.side" :class="{ wrong: !x.holds }">{{ x.side }}: <Figure :text="x.says" :worked="x.working?.tip" :of="`How far ${x.side} is from giving way`" /><span v-if="x.heavier_times != null" class="faint"> (heavier: {{ grouped(x.heavier_times, 1) }} times)</span></li>
    </ul>
    <n-table v-if="strength.members.length" size="small" :bordered="false">
      <thead><tr><th>Member</th><th class="right">Bows</th><th class="right">Could span</th><th class="right">Stress</th></tr></thead>
      <tbody>
        <tr v-for="m in strength.members" :key="m.side + m.what" :data-member="`${m.side} ${m.what}`" :class="{ wrong: !m.holds }">
          <td>{{ m.what }}, {{ m.side }}<span class="says">{{ typeset(length(m.span_mm)) }} between {{ m.between }}, {{ m.wood }}{{ m.assumed ? ' (assumed)' : '' }}</span><span v-if="m.says" class="says">{{ typeset(m.says) }}</span></td>
          <td class="right"><Figure :text="tenth(m.bow_mm)" :worked="m.working?.bow_mm" :of="`Bow of the ${m.what}, ${m.side}`" /><span v-if="m.heavier_bow_mm != null" class="says figures">{{ tenth(m.heavier_bow_mm) }}</span></td>
          <td class="right"><Figure :text="length(m.longest_mm)" :worked="m.working?.longest_mm" :of="`Longest span of the ${m.what}, ${m.side}`" /></td>
          <td class="right"><Figure :text="percent(m.stress_ratio)" :worked="m.working?.stress_ratio" :of="`Stress of the ${m.what}, ${m.side}`" /><span v-if="m.heavier_stress_ratio != null" class="says figures">{{ percent(m.heavier_stress_ratio) }}</span></td>
        </tr>
      </tbody>
    </n-table>
    <p v-if="strength.posts">The post of {{ strength.posts.side }} that takes most has <span class="figures">{{ typeset(length(strength.posts.spacing_mm)) }}</span> of wall leaning on it: <Figure :text="printMoment(strength.posts.moment_nm, units)" :worked="strength.posts.working?.moment_nm" of="Moment of a post" /> where it bends most, {{ percent(strength.posts.stress_ratio) }} of what it takes. It wants <Figure :text="length(strength.posts.wanted_mm)" :worked="strength.posts.working?.wanted_mm" of="Depth that a post wants" /> in the ground and has <span class="figures">{{ typeset(length(strength.posts.below_mm)) }}</span><template v-if="strength.posts.heavier_wanted_mm != null">{{ ' ' }}<span class="faint">(heavier: {{ percent(strength.posts.heavier_stress_ratio ?? 0) }}, {{ typeset(length(strength.posts.heavier_wanted_mm)) }})</span></template>.</p>
    <p v-for="t in strength.ties" :key="t.what">Each {{ t.what }} pulls <span class="figures">{{ printForce(t.pull_n, units) }}</span> at most: {{ t.words }}<template v-if="t.takes_n">; its ends take <span class="figures">{{ printForce(t.takes_n, units) }}</span></template><template v-if="t.heavier_pull_n != null">{{ ' ' }}<span class="faint">(heavier: {{ printForce(t.heavier_pull_n, units) }})</span></template>.</p>
    <div v-for="s in strength.seats" :key="s.side" class="seat" :data-seat="s.side" :class="{ wrong: !s.holds }">
      <p>The bench before {{ s.side }}, with people along its edge: {{ s.says }}.</p>
      <ul>
        <li v-for="row in s.rows" :key="row.what">{{ row.what }} <Figure :text="row.ratio == null ? 'nothing' : percent(row.ratio)" :worked="row.working?.ratio" :of="`${row.what}, bench before ${s.side}`" /></li>
      </ul>
    </div>
    <div v-for="(f, n) in strength.floors" :key="`floor-${n}`" class="seat" data-floor :class="{ wrong: !f.holds }">
      <p>The floor under its wet soil, {{ printPressure(f.pressure_kpa, units) }}: {{ f.says }}.</p>
      <ul>
        <li v-for="row in f.rows" :key="row.what">{{ row.what }} <Figure :text="row.ratio == null ? 'nothing' : percent(row.ratio)" :worked="row.working?.ratio" :of="`${row.what}, of the floor`" /></li>
      </ul>
    </div>
    <GroupFold v-if="loads" :group="loads" class="no-print" unset="as usual for wet soil" />
  </section>
</template>

<style scoped>
.hold { margin-top: 16px; border-top: 1px solid var(--rule); padding-top: 8px; display: grid; gap: 8px; }
.remedies { border-left: 4px solid var(--rust); padding-left: 10px; }
.remedies li { display: flex; flex-wrap: wrap; gap: 2px 12px; align-items: center; padding: 2px 0; }
.do { height: auto; min-height: 32px; white-space: normal; text-align: left; }
.wrong { background: var(--rust-wash); }
.says { display: block; font-size: 13px; color: var(--faint); }
td.right { white-space: nowrap; }
.seat ul { display: flex; flex-wrap: wrap; gap: 2px 16px; list-style: none; padding: 0; margin: 0; }
</style>
