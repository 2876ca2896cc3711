<script setup lang="ts">
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import StickDrawing from '@/drawing/StickDrawing.vue'
import { printLength, printMoney, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import Later from '@/sheet/Later.vue'
import TickBox from '@/sheet/TickBox.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import TextButton from '@/sheet/TextButton.vue'

/** Every stick as it is cut, section by section, with a box to tick for each piece. */
const { plan, units, pointed, ticked, tick, effort, searchLonger } = useThisBed()
/** A longer search does so many times the work of a first answer. */
const LONGER = 40
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
const isDone = (key: string) => ticked.value.has(`cut/${key}`)
</script>

<template>
  <section v-if="plan" class="sticks" aria-labelledby="sticks-title">
    <h2 id="sticks-title">How each stick is cut</h2>
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
              <StickDrawing :stick="x" :longest="longest" :units="units" :pointed="pointed" :done="ticked" @point="pointed = $event" />
              <div class="ticks">
                <TickBox v-for="p in x.pieces" :key="p.key" :done="isDone(p.key)" :label="`${p.label} cut, ${printLength(p.length_mm, units)}`" @tick="tick('cut', p.key, $event, p.length_mm)" @mouseenter="pointed = p.label" @mouseleave="pointed = null" @focusin="pointed = p.label" @focusout="pointed = null"><span class="figures">{{ p.label }}</span></TickBox>
              </div>
            </li>
          </Later>
        </ol>
      </div>
    </Later>
    <WatchOuts stage="bench" :fields="['bench.kerf']" />
  </section>
</template>

<style scoped>
.sticks { margin-top: 20px; }
.head { display: flex; gap: 4px 12px; align-items: baseline; flex-wrap: wrap; border-top: 1px solid var(--rule); padding-top: 4px; }
.stick { padding: 4px 0 8px; }
.which { font-size: 14px; margin-bottom: 2px; }
.ticks { display: flex; flex-wrap: wrap; gap: 2px 14px; padding-top: 4px; }
.ticks .tick-box { min-height: 28px; }
@media (pointer: coarse) { .ticks .tick-box { min-height: 44px; } }
@media print {
  .stick { display: grid; grid-template-columns: 1fr auto; padding: 2px 0 4px; }
  .stick > :nth-child(2) { grid-column: 1 / -1; grid-row: 2; }
  .ticks { padding: 0; }
  .ticks .tick-box { min-height: 0; }
}
</style>
