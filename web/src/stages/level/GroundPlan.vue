<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { written } from '@/grounds/written'
import { printLength, printVolume, typeset } from '@/measure/print'
import QuestionList from '@/questions/QuestionList.vue'
import { useQuestions } from '@/questions/useQuestions'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Figure from '@/sheet/Figure.vue'
import LengthField from '@/sheet/LengthField.vue'
import TextButton from '@/sheet/TextButton.vue'
import SideSections from './SideSections.vue'
import { useReadings } from './useReadings'

/** The heights that the bed is planned on, and what is dug, packed and brought. */
const { id, plan, units, edit, valueAt } = useThisBed()
const { kept } = useReadings(id)
const group = useQuestions('bed').group('ground')
interface Station { at: string; height: string | number; place?: [string, string] | null }
const OWN = 'a place of my own'
const typed = computed(() => (valueAt('ground.stations') as Station[] | undefined) ?? [])
const left = computed(() => Object.keys(plan.value?.setting_out?.places ?? {}).filter((c) => !typed.value.some((t) => t.at === c)))
const ground = computed(() => plan.value?.ground)
const length = (mm: number) => typeset(printLength(mm, units.value))
const litres = (l: number) => `${l < 0 ? '−' : ''}${typeset(printVolume(Math.abs(l), units.value))}`
const rowOf = (at: string) => ground.value?.stations.find((s) => s.name === at)
/** What the book says, where that is not what the bed is planned on. */
const news = computed(() => {
  const found = kept.value?.concluded ?? []
  const plain = (rows: Station[]) => JSON.stringify(rows.map((s) => [s.at, String(s.height), ...(s.place ?? []).map(String)]))
  return found.length > 0 && plain(found as Station[]) !== plain(typed.value)
})
const takeAll = () => edit('ground.stations', kept.value?.concluded.map((s) => ({ at: s.at, height: s.height, ...(s.place ? { place: s.place } : {}) })))
const naught = computed(() => (units.value === 'metric' ? '0 mm' : '0 in'))
/** A place of one's own begins in the middle of the bed. */
function mine(): Station {
  const corners = (kept.value?.corners ?? []).map((c) => kept.value?.places[c] ?? [0, 0])
  const middle = (axis: number) => corners.reduce((sum, at) => sum + (at[axis] ?? 0), 0) / Math.max(1, corners.length)
  let count = 1
  while (typed.value.some((t) => t.at === `place ${count}`)) count += 1
  return { at: `place ${count}`, height: naught.value, place: [written(middle(0), units.value), written(middle(1), units.value)] }
}
const add = (at: string) => edit('ground.stations', [...typed.value, at === OWN ? mine() : { at, height: naught.value }])
const sums = computed(() => {
  const g = ground.value
  if (!g) return []
  return [
    { key: 'trench_l', name: 'To dig', amount: g.trench_l },
    { key: 'spoil_l', name: 'Spoil, loose', amount: g.spoil_l },
    { key: 'base_l', name: 'To pack, rammed', amount: g.base_l },
    { key: 'bring_l', name: 'To bring for it', amount: g.bring_l },
    { key: 'backfill_l', name: 'To back-fill', amount: g.backfill_l },
    { key: 'wedge_l', name: g.wedge_l < 0 ? 'Ground inside the bed' : 'Soil more, under the first course', amount: g.wedge_l },
    // Less than a litre nobody would tell.
    ...(g.wedge_within_l < 1 ? [] : [{ key: 'wedge_within_l', name: 'Which may be more or less by', amount: g.wedge_within_l }]),
  ].filter((s) => Math.abs(s.amount) > 0.05)
})
</script>

<template>
  <section aria-label="The ground">
    <h2>The ground</h2>
    <p v-if="news"><n-button type="primary" @click="takeAll">Plan on the heights of the book</n-button></p>
    <p v-if="!typed.length" class="faint">Nothing is read yet: read every corner above, or type heights over any datum.</p>
    <table v-if="typed.length">
      <thead><tr><th scope="col">Place</th><th scope="col">Height</th><th scope="col">To do</th><th scope="col"><span class="hidden">Remove</span></th></tr></thead>
      <tbody>
        <template v-for="(s, n) in typed" :key="s.at">
          <tr :data-station="s.at">
            <th scope="row">{{ s.at }}</th>
            <td><LengthField :id="`ground.stations.${n}.height`" :path="`ground.stations.${n}.height`" :label="`Height of the ground at ${s.at}`" /><FieldTrouble :path="`ground.stations.${n}.at`" /></td>
            <td>{{ typeset(rowOf(s.at)?.says ?? '') }}</td>
            <td class="no-print"><TextButton :aria-label="`Remove ${s.at}`" @click="edit('ground.stations', typed.filter((_t, at) => at !== n))">Remove</TextButton></td>
          </tr>
          <tr v-if="s.place" class="place" :data-place-of="s.at">
            <td colspan="4"><div><LengthField :id="`ground.stations.${n}.place.0`" :path="`ground.stations.${n}.place.0`" :label="`How far to the right ${s.at} lies`" /> right and <LengthField :id="`ground.stations.${n}.place.1`" :path="`ground.stations.${n}.place.1`" :label="`How far back ${s.at} lies`" /> back of the front left corner</div><FieldTrouble :path="`ground.stations.${n}.place`" /></td>
          </tr>
        </template>
      </tbody>
    </table>
    <p class="more no-print"><label for="add-station">A height at</label> <select id="add-station" class="pick" value="" @change="add(($event.target as HTMLSelectElement).value)"><option value="" disabled>a place</option><option v-for="c in left" :key="c" :value="c">{{ c }}</option><option :value="OWN">{{ OWN }}</option></select></p>
    <QuestionList v-if="group && typed.length" :questions="group.questions" stage="level" />
    <template v-if="ground">
      <p>{{ typeset(ground.says) }}</p>
      <SideSections :ground="ground" :course="ground.top_of_course_mm - ground.target_mm" :units="units" />
      <dl class="named">
        <dt>Top of the first course</dt><dd><Figure :text="length(ground.top_of_course_mm)" :worked="ground.working?.target_mm" of="Foot of the first course" /><span class="faint"> over the datum</span></dd>
        <template v-for="s in sums" :key="s.key"><dt>{{ s.name }}</dt><dd :data-sum="s.key"><Figure :text="litres(s.amount)" :worked="ground.working?.[s.key]" :of="s.name" /></dd></template>
        <template v-if="plan?.gauge"><dt>Depth gauge</dt><dd>{{ typeset(plan.gauge.says) }}</dd></template>
      </dl>
    </template>
  </section>
</template>

<style scoped>
table { border-collapse: collapse; width: 100%; }
th { font-weight: 400; text-align: left; }
thead th { color: var(--faint); font-size: 13px; }
td, th { padding: 3px 10px 3px 0; vertical-align: top; }
tbody tr { border-top: 1px solid var(--rule); }
tbody th { padding-top: 9px; }
.place td { border-top: none; color: var(--faint); }
.place div { display: flex; flex-wrap: wrap; gap: 6px; align-items: start; line-height: 34px; }
tbody tr.place { border-top: none; }
td:nth-child(3), td:nth-child(4) { padding-top: 9px; }
@media (min-width: 561px) { td:nth-child(3) { white-space: nowrap; } }
.hidden { position: absolute; clip-path: inset(50%); }
</style>
