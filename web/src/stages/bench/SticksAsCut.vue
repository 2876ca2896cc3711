<script setup lang="ts">
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import ViewDrawing from '@/drawing/ViewDrawing.vue'
import StickDrawing from '@/drawing/StickDrawing.vue'
import { printLength, printMoney, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import Later from '@/sheet/Later.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import TextButton from '@/sheet/TextButton.vue'

/** Every stick as it is cut, large, section by section: a piece is ticked off where it lies; the bed beside them lights
    the piece that is pointed at. */
const { plan, units, pointed, ticked, tick, effort, searchLonger } = useThisBed()
/** A longer search does so many times the work of a first answer. */
const LONGER = 40
/** How wide the bed beside the sticks is [px]. */
const INSET = 190
/** The bed from above, and the side on which the piece lies that is pointed at. */
const insets = computed(() => {
  const sides = plan.value?.sides?.elevations ?? []
  const of = (label: string | null) => sides.find((v) => v.shapes.some((s) => s.part && (s.part === label || s.part.replace(/\d+$/, '') === label)))
  const side = of(pointed.value) ?? sides[0]
  return [plan.value?.across?.plan, side].filter((v) => v !== undefined)
})
const searching = ref(false)
async function longer() {
  searching.value = true
  await searchLonger(LONGER)
  searching.value = false
}
const cutting = computed(() => plan.value?.cutting)
const sticks = computed(() => cutting.value?.sticks ?? [])
const sections = computed(() => cutting.value?.sections.map((s) => ({ ...s, cut: sticks.value.filter((x) => x.stock === s.stock) })) ?? [])
const longest = computed(() => Math.max(1, ...sticks.value.map((s) => s.length_mm)))
const length = (mm: number) => typeset(printLength(mm, units.value))
</script>

<template>
  <section v-if="plan?.cutting" class="sticks" aria-labelledby="sticks-title">
    <aside class="bed" aria-label="The bed">
      <ViewDrawing v-for="(v, n) in insets" :key="n" bare :name="`inset-${n}`" :view="{ ...v, dimensions: [] }" :units="units" :width="INSET" :most="INSET" :pointed="pointed" @point="pointed = $event" />
    </aside>
    <div class="all">
      <h2 id="sticks-title">How each stick is cut</h2>
      <p class="faint no-print">Press a piece when it is sawn. Point at one to see where it goes.</p>
      <p v-if="cutting && !cutting.proven" class="no-print" role="status">
        <template v-if="effort > 1 && !searching">A longer search found no proof either: this is the best plan so far.</template>
        <TextButton v-else :disabled="searching" @click="longer">{{ searching ? 'Searching longer …' : 'Search longer for a cheaper cutting' }}</TextButton>
      </p>
      <Later v-for="s in sections" :key="s.stock">
        <div class="section">
          <p class="head">
            <strong>{{ typeset(s.name) }}</strong><span v-if="s.set_aside" class="faint">{{ s.sticks }} with {{ s.set_aside }} set aside for bad ones</span>
            <Figure :text="s.proven ? `proven best, ${printMoney(s.bound, plan.currency_sign)}` : `at most ${printMoney(s.cost - s.bound, plan.currency_sign)} over the best`" :worked="s.working?.bound" :of="`How good this cutting is: ${s.name}`" class="proof" />
          </p>
          <ol>
            <Later v-for="x in s.cut" :key="x.number">
              <li class="stick">
                <p class="which"><span class="figures">{{ x.number }}.</span> {{ length(x.length_mm) }}{{ x.to_hand ? ', to hand' : '' }}{{ x.strips > 1 ? `, strip ${x.strip} of ${x.strips} side by side` : '' }}{{ x.wide_mm ? `, ${printLength(x.wide_mm, units)} wide` : '' }}<span class="faint"> · {{ x.offcut_mm < 1 ? 'nothing left' : `left ${length(x.offcut_mm)}` }}{{ x.offcut_name ? `, keep as ${x.offcut_name}` : '' }}<template v-if="x.trim_mm"> · square off {{ length(x.trim_mm) }}</template></span></p>
                <StickDrawing :stick="x" :made-of="s.made_of" :longest="longest" :units="units" :pointed="pointed" :done="ticked" @point="pointed = $event" @tick="(p, done) => tick('cut', p.key, done, p.length_mm)" />
              </li>
            </Later>
          </ol>
        </div>
      </Later>
      <WatchOuts stage="bench" :fields="['bench.kerf']" />
    </div>
  </section>
</template>

<style scoped>
.sticks { display: grid; grid-template-columns: minmax(0, 1fr) 190px; gap: 0 20px; align-items: start; }
.bed { grid-column: 2; grid-row: 1; position: sticky; top: 0; display: grid; gap: 8px; }
.all { grid-column: 1; grid-row: 1; min-width: 0; }
.head { display: flex; gap: 4px 12px; align-items: baseline; flex-wrap: wrap; border-top: 1px solid var(--rule); padding-top: 4px; margin-top: 8px; }
.section ol { margin: 0; padding: 0; list-style: none; }
.stick { padding: 4px 0 8px; break-inside: avoid; }
.which { font-size: 14px; margin-bottom: 2px; }
@media (max-width: 560px) { .sticks { display: block; } .bed { display: none; } }
@media print { .sticks { display: block; } .bed { display: none; } .stick { padding: 2px 0 4px; } }
</style>
