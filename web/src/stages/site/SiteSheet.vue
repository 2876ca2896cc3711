<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printLength, printPressure, printWeight, typeset } from '@/measure/print'
import QuestionList from '@/questions/QuestionList.vue'
import { useQuestions } from '@/questions/useQuestions'
import Figure from '@/sheet/Figure.vue'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import WatchOut from '@/sheet/WatchOut.vue'
import SunByMonth from './SunByMonth.vue'

/** What the place of the bed on the plan of its yard gives it: what matters most first, then sun, room and ways. */
const props = defineProps<{ stage: string }>()
const { plan, units, yard } = useThisBed()
const site = computed(() => plan.value?.site)
const load = computed(() => plan.value?.carried)
/** What is told beside a question of this page is not told twice. */
const watchOuts = computed(() => plan.value?.watch_outs.filter((w) => w.stage === props.stage && !w.field.startsWith('site.')) ?? [])
const asked = useQuestions('bed').group('site')
const length = (mm: number) => typeset(printLength(mm, units.value))
const held = (holds: boolean | null) => (holds === null ? 'not known' : holds ? 'yes' : 'look')
</script>

<template>
  <section v-if="site && !site.placed" aria-label="Site">
    <h2>Where it stands</h2>
    <p>It has no place on the plan of its yard yet, so nothing is known of its sun, of the room round it and of what lies under it. <router-link v-if="yard" :to="{ name: 'yard', params: { id: yard } }">Put it on the plan of the yard</router-link></p>
  </section>
  <section v-else-if="site" aria-label="Site">
    <h2>What matters most</h2>
    <ol class="ticks">
      <li v-for="t in site.ticks" :key="t.key" :data-tick="t.key" :class="{ holds: t.holds === true, look: t.holds === false }">
        <strong>{{ t.title }}</strong> <span class="word">{{ held(t.holds) }}</span><span class="faint">{{ typeset(t.says) }}</span>
      </li>
    </ol>
    <WatchOut v-for="w in watchOuts" :key="w.code + w.message" :found="w" />
    <template v-if="site.sun">
      <h2>Sun</h2>
      <p><Figure :text="`${site.sun.hours_season.toFixed(1)} hours a day`" :worked="site.sun.working?.hours_season" of="Sun over the months of growing" /> over the months of growing, {{ site.sun.morning.toFixed(1) }} before noon and {{ site.sun.afternoon.toFixed(1) }} after: {{ site.sun.suits }}.</p>
      <p>{{ site.sun.says.charAt(0).toUpperCase() + site.sun.says.slice(1) }}. <span class="faint">Times {{ site.sun.clock.startsWith('by') ? site.sun.clock : `by the clock ${site.sun.clock}` }}.</span></p>
      <SunByMonth :hours="site.sun.hours_by_month" />
    </template>
    <h2>Room and ways</h2>
    <dl class="rows">
      <template v-for="w in site.ways" :key="w.side">
        <dt>{{ w.side.charAt(0).toUpperCase() + w.side.slice(1) }}</dt>
        <dd :data-way="w.side">{{ w.open ? 'open' : length(w.clear_mm) }}<span v-if="w.against" class="faint"> to {{ w.against }}</span><span class="faint"> · {{ w.serves === 'nobody' ? 'nobody gets in' : `room for ${w.serves}` }}</span></dd>
      </template>
      <template v-if="site.reach_mm !== null && site.reach_mm !== undefined">
        <dt>Reach</dt>
        <dd><Figure :text="length(site.reach_mm)" :worked="site.working?.reach_mm" of="Reach from the ways round it" /></dd>
      </template>
      <template v-for="run in [{ name: 'Hose', of: site.hose }, { name: 'Barrow', of: site.barrow }, { name: 'Carried', of: site.carried }].filter((r) => r.of)" :key="run.name">
        <dt>{{ run.name }}</dt>
        <dd><Figure v-if="run.of?.working?.long_mm" :text="typeset(run.of.says)" :worked="run.of.working.long_mm" :of="`${run.name}, the shortest way`" /><span v-else>{{ typeset(run.of?.says ?? '') }}</span></dd>
      </template>
      <template v-if="site.on"><dt>Stands on</dt><dd>{{ site.on }}</dd></template>
      <template v-if="load">
        <dt>Full and wet</dt>
        <dd><Figure :text="printPressure(load.kpa, units)" :worked="load.working?.kpa" of="Load on the area it covers" /><span class="faint"> under it, </span><Figure :text="printWeight(load.all_kg, units)" :worked="load.working?.all_kg" :of="`What ${load.on} carries`" /><span class="faint"> on {{ load.on }}{{ load.beside.length ? ` with ${load.beside.join(', ')}` : '' }}; {{ typeset(load.says) }}</span></dd>
      </template>
      <template v-if="site.store"><dt>Until it is set</dt><dd>{{ typeset(site.store.says) }}</dd></template>
      <template v-if="site.fall_mm !== null && site.fall_mm !== undefined"><dt>The ground falls</dt><dd>{{ length(site.fall_mm) }} under it</dd></template>
      <template v-if="site.wind"><dt>Wind</dt><dd>{{ site.wind }}</dd></template>
    </dl>
    <PrintedWorkings stage="site" />
  </section>
  <section v-if="asked" aria-label="Questions">
    <h2>What it stands on</h2>
    <QuestionList :questions="asked.questions" stage="site" />
  </section>
</template>

<style scoped>
.ticks { list-style: none; margin: 0 0 8px; padding: 0; }
.ticks li { display: grid; grid-template-columns: 140px 70px minmax(0, 1fr); gap: 4px 12px; padding: 4px 0; border-top: 1px solid var(--rule); min-height: 32px; align-items: center; }
.holds .word { color: var(--moss); font-weight: 700; }
.look .word { color: var(--rust); font-weight: 700; }
.rows { display: grid; grid-template-columns: 150px minmax(0, 1fr); gap: 0 16px; }
dt, dd { min-height: 32px; align-content: center; }
dt { color: var(--faint); }
@media (max-width: 560px) { .ticks li { grid-template-columns: minmax(0, 1fr) 80px; } .ticks .faint { grid-column: 1 / -1; } .rows { grid-template-columns: 110px minmax(0, 1fr); } }
</style>
