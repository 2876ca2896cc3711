<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { computed, reactive, ref } from 'vue'

import { api, type Checked, type FieldProblem, type Units } from '@/api/client'
import { typeset } from '@/measure/print'
import AskedWrong from '@/sheet/AskedWrong.vue'
import { DATUM } from './useReadings'

/** Practice: an invented plot is read with the simulated laser, reduced by hand, and a racked bed is squared; each answer is
    told right, or how it is worked out. */
const props = defineProps<{ units?: string }>()
const units = computed<Units>(() => (props.units === 'imperial' ? 'imperial' : 'metric'))
const CORNERS = ['front left', 'front right', 'back right', 'back left']
const TAPES = ['front', 'right', 'back', 'left', 'first diagonal', 'second diagonal']
const STATIONS = [DATUM, ...CORNERS]
const number = ref(1 + Math.floor(Math.random() * 999))
const readings = ref<{ station: string; written: string }[]>([])
const tapes = ref<Record<string, string>>({})
const heights = ref<Record<string, string>>({})
const dig = ref<Record<string, string>>({})
const answer = reactive({ slip: '', corner: '', by: '' })
const checked = ref<Checked | null>(null)
const wrong = ref<FieldProblem[]>([])
const trouble = ref('')
const of = (station: string) => readings.value.filter((r) => r.station === station)

async function read(station: string) {
  const got = await api.practiceReading(number.value, station, of(station).length, units.value)
  if (got.ok) readings.value = [...readings.value, { station, written: got.value.written }]
  else trouble.value = got.problem.detail
}
async function tapeAll() {
  for (const which of TAPES) {
    const got = await api.practiceTape(number.value, which, units.value)
    if (got.ok) tapes.value = { ...tapes.value, [which]: got.value.written }
    else trouble.value = got.problem.detail
  }
}
async function check() {
  const got = await api.practiceCheck(number.value, { readings: readings.value, heights: heights.value, dig: dig.value, slip: answer.slip, tapes: tapes.value, corner: answer.corner, by: answer.by }, units.value)
  wrong.value = got.ok ? [] : got.problem.problems
  if (got.ok) checked.value = got.value
}
function another() {
  number.value = 1 + Math.floor(Math.random() * 999)
  readings.value = []
  for (const kept of [tapes, heights, dig]) kept.value = {}
  Object.assign(answer, { slip: '', corner: '', by: '' })
  checked.value = null
  wrong.value = []
}
const said = (about: string) => checked.value?.feedback.find((f) => f.about === about)
</script>

<template>
  <main class="practice">
    <p><router-link :to="{ name: 'home' }">Acre Box</router-link></p>
    <h1>Practice: level and square</h1>
    <p>Plot {{ number }} is invented, and so is the laser. Read every station, the datum first; one reading is misread by a whole decimetre, so read twice what looks odd. Then reduce by hand: height = reading on the datum − reading at the corner.</p>
    <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
    <h2>Read and reduce</h2>
    <div class="wide">
      <table>
        <thead><tr><th scope="col">Station</th><th scope="col">Read</th><th scope="col">Height over the datum</th><th scope="col">To dig</th></tr></thead>
        <tbody>
          <tr v-for="s in STATIONS" :key="s" :data-practice="s">
            <th scope="row">{{ s }}</th>
            <td><n-button size="small" :aria-label="`${of(s).length ? 'Read again' : 'Read it'}: ${s}`" @click="read(s)">{{ of(s).length ? 'Read again' : 'Read it' }}</n-button> <span class="figures">{{ of(s).map((r) => r.written).join(', ') }}</span></td>
            <td><n-input v-if="s !== DATUM" :value="heights[s] ?? ''" size="small" class="box" placeholder="" :input-props="{ 'aria-label': `Height of ${s}`, autocomplete: 'off' }" @update:value="heights[s] = $event" /><p v-if="said(s)" :class="said(s)?.right ? 'right' : 'look'" role="status">{{ typeset(said(s)?.words ?? '') }}</p></td>
            <td><n-input v-if="s !== DATUM" :value="dig[s] ?? ''" size="small" class="box" placeholder="" :input-props="{ 'aria-label': `To dig at ${s}`, autocomplete: 'off' }" @update:value="dig[s] = $event" /><p v-if="said(`dig ${s}`)" :class="said(`dig ${s}`)?.right ? 'right' : 'look'" role="status">{{ typeset(said(`dig ${s}`)?.words ?? '') }}</p></td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="row"><label for="slip">Misread was</label><select id="slip" v-model="answer.slip" class="pick"><option value="">not found yet</option><option v-for="c in CORNERS" :key="c" :value="c">{{ c }}</option></select></p>
    <p v-if="said('slip')" :class="said('slip')?.right ? 'right' : 'look'" role="status">{{ said('slip')?.words }}</p>
    <h2>Square it</h2>
    <p>A bed of this plot is racked. Tape it; the corner at the end of the longer diagonal is pushed by (first diagonal² − second diagonal²) ÷ (4 × length).</p>
    <p><n-button size="small" @click="tapeAll">Tape sides and diagonals</n-button></p>
    <p class="figures">{{ TAPES.filter((t) => tapes[t]).map((t) => `${t} ${tapes[t]}`).join(', ') }}</p>
    <p class="row">
      <label for="corner">Push</label><select id="corner" v-model="answer.corner" class="pick"><option value="">a corner</option><option v-for="c in ['back right', 'back left']" :key="c" :value="c">{{ c }}</option></select>
      <span>by</span><n-input v-model:value="answer.by" size="small" class="box" placeholder="" :input-props="{ 'aria-label': 'How far it is pushed', autocomplete: 'off' }" />
    </p>
    <p v-if="said('push')" :class="said('push')?.right ? 'right' : 'look'" role="status">{{ typeset(said('push')?.words ?? '') }}</p>
    <AskedWrong :wrong="wrong" named />
    <p class="row"><n-button type="primary" @click="check">Check my answers</n-button><n-button @click="another">Another plot</n-button><span v-if="checked" role="status">{{ checked.right }} of {{ checked.feedback.length }} right.</span></p>
  </main>
</template>

<style scoped>
.practice { max-width: 820px; margin: 0 auto; padding: 12px 16px 40px; display: grid; gap: 8px; }
.wide { overflow-x: auto; }
table { border-collapse: collapse; width: 100%; }
th { font-weight: 400; text-align: left; }
thead th { color: var(--faint); font-size: 13px; }
td, th { padding: 4px 10px 4px 0; vertical-align: top; }
tbody tr { border-top: 1px solid var(--rule); }
.box { width: 120px; font-family: var(--figures); }
.row { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
.look { border-left: 4px solid var(--rust); padding-left: 8px; color: var(--rust); font-size: 14px; }
.right { border-left: 4px solid var(--moss); padding-left: 8px; color: var(--moss); font-size: 14px; }
</style>
