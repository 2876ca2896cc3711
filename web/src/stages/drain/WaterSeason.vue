<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'

import { api, type FieldProblem } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { useWhenSeen } from '@/bed/useWhenSeen'
import CompareChart from '@/chart/CompareChart.vue'
import SeasonChart from '@/chart/SeasonChart.vue'
import { dayOf, monthOf } from '@/chart/axes'
import { printDay, printLength, printMoney, printVolume, printWeight, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import Fold from '@/sheet/Fold.vue'
import TextButton from '@/sheet/TextButton.vue'

/** A season of the water under the soil, by the yard's own weather or an invented one; other media and depths beside it. */
const { id, yard, plan, units } = useThisBed()
const part = ref<HTMLElement | null>(null)
const { found, trouble, again } = useWhenSeen(part, (design) => api.season(design, { bed: id, shown: units.value }))
const file = ref<HTMLInputElement | null>(null)
const wrong = ref<FieldProblem[]>([])
const named = ref('')
const sign = computed(() => plan.value?.currency_sign ?? '')
const volume = (litres: number) => typeset(printVolume(litres, units.value))
const length = (mm: number) => typeset(printLength(mm, units.value))
/** A day of the file, as the yard writes days. */
const day = (written: string) => printDay(new Date(dayOf(written).getTime() + 12 * 3600 * 1000))
/** Where in a file something is wrong: `weather.12.tmax_c` is line 12. */
function place(field: string) {
  const [, line, column] = field.split('.')
  return line && /^\d+$/.test(line) ? `Line ${line}${column ? `, ${column}` : ''}: ` : ''
}
async function read() {
  const chosen = file.value?.files?.[0]
  if (!chosen || !yard.value) return
  named.value = chosen.name
  const answer = await api.keepWeather(yard.value, chosen.name.slice(0, 120), await chosen.text())
  if (file.value) file.value.value = ''
  wrong.value = answer.ok ? [] : (answer.problem.problems?.length ? answer.problem.problems : [{ field: '', value: '', message: answer.problem.detail, allowed: '' }])
  if (answer.ok) again()
}
async function invented() {
  if (!yard.value) return
  const answer = await api.forgetWeather(yard.value)
  wrong.value = []
  if (answer.ok) again()
}
</script>

<template>
  <section ref="part" aria-labelledby="season-title" class="season">
    <h2 id="season-title">A season of its water</h2>
    <p v-if="!found && !trouble.length" class="faint" role="status">Working out its days …</p>
    <p v-for="t in trouble" :key="t.message" class="wrong">{{ typeset(t.message) }}</p>
    <template v-if="found">
      <p data-season>{{ typeset(found.says) }}</p>
      <SeasonChart :season="found" :units="units" />
      <dl class="named">
        <dt>Plants use</dt><dd><Figure :text="volume(found.used_l)" :worked="found.working?.used_l" of="What plants use" /></dd>
        <dt>Rain brings</dt><dd class="figures">{{ volume(found.rain_l) }}, {{ volume(found.overflow_l) }} of it runs over</dd>
        <dt>Filled by hand</dt><dd><Figure :text="`${volume(found.filled_l)}, ${found.fillings} ${found.fillings === 1 ? 'time' : 'times'}`" :worked="found.working?.balance_l" of="What is filled" /></dd>
        <dt>Empty, it holds out</dt><dd><Figure :text="`${found.holds_out_days} ${found.holds_out_days === 1 ? 'day' : 'days'}`" :worked="found.working?.holds_out_days" of="Days on the soil's own water" /></dd>
      </dl>
      <Fold title="When to fill it, and month by month" printed>
        <p v-if="found.filled_on.length" data-dates>Filled on {{ found.filled_on.map(day).join(', ') }}.</p>
        <table class="listed">
          <thead><tr><th scope="col">Month</th><th scope="col">Used</th><th scope="col">Rain</th><th scope="col">Over</th><th scope="col">Filled</th><th scope="col">Least kept</th></tr></thead>
          <tbody><tr v-for="m in found.months" :key="m.first"><th scope="row">{{ monthOf(m.first) }}</th><td>{{ volume(m.used_l) }}</td><td>{{ volume(m.rain_l) }}</td><td>{{ volume(m.overflow_l) }}</td><td>{{ m.fillings ? `${m.fillings} ×, ${volume(m.filled_l)}` : '–' }}</td><td>{{ volume(m.lowest_l) }}</td></tr></tbody>
        </table>
      </Fold>
      <p class="faint">By {{ found.weather.standin ? `an invented year: ${found.weather.name}` : found.weather.name }}, {{ day(found.weather.first) }} to {{ day(found.weather.last) }}, at latitude {{ found.latitude }}{{ found.assumed.length ? ': the yard does not say where it lies' : '' }}.</p>
      <div class="from no-print">
        <input ref="file" class="out-of-sight" type="file" accept=".csv,text/csv,text/plain" tabindex="-1" aria-label="Weather file" @change="read">
        <n-button size="small" @click="file?.click()">Weather of your own, from a file</n-button>
        <TextButton v-if="!found.weather.standin" @click="invented">back to the invented year</TextButton>
      </div>
      <p class="faint small no-print">Its first line reads date, tmin_c, tmax_c, rain_mm, and where known rh_mean, wind_m_s, sun_h; one line a day. It is kept for all beds of the yard.</p>
      <div v-if="wrong.length" class="wrong" role="alert" data-not-taken>
        <p>{{ named }} is not taken; the weather from before stays.</p>
        <ul><li v-for="(w, n) in wrong" :key="n">{{ place(w.field) }}{{ w.message }}{{ w.value ? ` Given: ${w.value}.` : '' }}{{ w.allowed ? ` Allowed: ${w.allowed}.` : '' }}</li></ul>
      </div>
      <h3>Other media, other depths</h3>
      <CompareChart :others="found.others" :units="units" />
      <table class="listed">
        <thead><tr><th scope="col">Medium</th><th scope="col">Deep</th><th scope="col">Water</th><th scope="col">Full</th><th scope="col">Costs</th><th scope="col">Soil over it</th><th scope="col">Lasts</th></tr></thead>
        <tbody>
          <tr v-for="o in found.others" :key="`${o.medium}${o.depth_mm}`" :class="{ chosen: o.chosen }" :data-other="o.medium">
            <th scope="row">{{ o.name }}{{ o.chosen ? ', chosen' : '' }}</th><td>{{ length(o.depth_mm) }}</td><td>{{ volume(o.held_l) }}</td><td>{{ typeset(printWeight(o.full_kg, units)) }}</td><td>{{ o.cost === null || o.cost === undefined ? '–' : printMoney(o.cost, sign) }}</td><td>{{ length(o.soil_mm) }}</td>
            <td>{{ o.days_between_hot === null || o.days_between_hot === undefined ? 'all season' : `${o.days_between_hot} d` }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.season { margin-top: 16px; border-top: 1px solid var(--rule); padding-top: 8px; }
.from { position: relative; display: flex; flex-wrap: wrap; gap: 6px 14px; align-items: center; padding: 4px 0; }
.wrong { color: var(--rust); }
.small { font-size: 13px; }
.chosen th, .chosen td { font-weight: 700; }
h3 { font-size: 15px; line-height: 28px; }
.listed { font-size: 14px; }
@media (max-width: 560px) { .listed { font-size: 13px; } .listed td, .listed th { padding-right: 5px; } }
</style>
