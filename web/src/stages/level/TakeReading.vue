<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { computed, ref, watch } from 'vue'

import { api } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import AskedWrong from '@/sheet/AskedWrong.vue'
import PackingHelp from './PackingHelp.vue'
import { JOBS, METHODS, useReadings } from './useReadings'

/** One reading at a time, in large type: what is read next, where, and what was read there. */
const { id, units } = useThisBed()
const { job, method, station, stations, sight, asked, moving, ofJob, refused, nowhere, spot, take, undo } = useReadings(id)
const text = ref('')
const box = ref<InstanceType<typeof NInput> | null>(null)
const reads = computed(() => (job.value === 'tape' ? 'taped' : METHODS.find((m) => m.key === method.value)?.reads ?? ''))
const SIGHTS = { back: 'a backsight, on a height that is known', between: 'a sight between', fore: 'a foresight, the last before the instrument is moved' }
const last = computed(() => ofJob.value.filter((r) => !r.struck).at(-1))
function put() {
  const written = text.value.trim()
  if (!written) return
  // Emptied at once: the next reading may be typed, here or elsewhere, while this one is put by.
  text.value = ''
  box.value?.focus()
  void take(written)
}
// What was refused comes back to be mended, unless something else is being typed by now.
watch(refused, (now) => {
  if (now?.entry.kind !== 'reading' || text.value) return
  text.value = now.entry.reading.written
  asked.value = now.entry.reading.station
  const [right, back] = now.entry.reading.place ?? ['', '']
  spot.value = { right, back }
})
const own = ref('')
/** A place that the bed does not have: a turning point, a doorstep. */
function named() {
  if (!own.value.trim()) return
  asked.value = own.value.trim()
  own.value = ''
  box.value?.focus()
}
const simulated = ref('')
async function laser() {
  const answer = await api.laser(id, station.value, job.value, spot.value)
  if (answer.ok) {
    text.value = answer.value.written
    simulated.value = 'The laser is simulated: it stands on an invented plot.'
  } else simulated.value = answer.problem.detail
}
</script>

<template>
  <section class="take no-print" aria-label="Take a reading">
    <p class="row">
      <label for="job">Read</label><select id="job" v-model="job" class="pick" @change="asked = null"><option v-for="j in JOBS" :key="j.key" :value="j.key">{{ j.name }}</option></select>
      <template v-if="job !== 'tape'"><label for="method">with</label><select id="method" v-model="method" class="pick" @change="asked = null"><option v-for="m in METHODS" :key="m.key" :value="m.key">{{ m.name }}</option></select></template>
    </p>
    <p class="next" aria-live="polite"><span class="faint">Next</span> <strong data-next>{{ station }}</strong></p>
    <p v-if="sight" class="faint">{{ SIGHTS[sight] }}</p>
    <form class="row" @submit.prevent="put">
      <n-input ref="box" v-model:value="text" size="large" class="amount" :placeholder="reads" :input-props="{ 'aria-label': `${station}, ${reads}`, autocomplete: 'off', inputmode: 'text', enterkeyhint: 'next' }" />
      <n-button type="primary" size="large" attr-type="submit" :disabled="!text.trim()">Take it</n-button>
      <n-button v-if="job !== 'tape' && method === 'instrument'" size="large" @click="laser">From the laser</n-button>
    </form>
    <p v-if="nowhere" class="row">
      <span>{{ station }} lies, from the front left corner,</span>
      <n-input v-model:value="spot.right" size="small" class="far" placeholder="" :input-props="{ 'aria-label': `How far to the right ${station} lies`, autocomplete: 'off', maxlength: 40 }" /> to the right and
      <n-input v-model:value="spot.back" size="small" class="far" placeholder="" :input-props="{ 'aria-label': `How far back ${station} lies`, autocomplete: 'off', maxlength: 40 }" /> back.
      <span class="faint">Press its place on the drawing, or leave it out for a turning point.</span>
    </p>
    <AskedWrong :wrong="refused?.problem.problems ?? []" />
    <p class="row">
      <label for="where">Another place</label><select id="where" class="pick" :value="station" @change="asked = ($event.target as HTMLSelectElement).value"><option v-for="s in stations" :key="s" :value="s">{{ s }}</option></select>
      <n-input v-if="job !== 'tape'" v-model:value="own" size="small" class="own" placeholder="or a place of my own" :input-props="{ 'aria-label': 'A place of my own', autocomplete: 'off', maxlength: 60 }" @change="named" @keydown.enter.prevent="named" />
      <n-button v-if="sight === 'between'" size="small" @click="moving = true">Move the instrument after this one</n-button>
      <n-button size="small" :disabled="!last" @click="undo">{{ last ? `Undo ${last.station}, ${last.written}` : 'Undo' }}</n-button>
    </p>
    <p class="faint">Not sure how it is done? <router-link :to="{ name: 'practice', params: { units } }">Practise on an invented plot</router-link>.</p>
    <PackingHelp v-if="job !== 'tape' && method === 'spirit'" />
    <p v-if="simulated" class="faint" role="status">{{ simulated }}</p>
  </section>
</template>

<style scoped>
.take { border-bottom: 2px solid var(--ink); padding-bottom: 10px; margin-bottom: 8px; display: grid; gap: 6px; }
.row { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
.next { font-size: 30px; line-height: 1.2; }
.next .faint { font-size: 18px; }
.own { width: 170px; }
.far { width: 100px; }
.amount { width: 200px; font: 22px var(--figures); }
</style>
