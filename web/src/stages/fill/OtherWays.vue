<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'

import { api, type OtherWay } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { useWhenSeen } from '@/bed/useWhenSeen'
import { printMoney, printVolume, printWeight, typeset } from '@/measure/print'
import { alike } from '@/state/merge'

/** The same money, other ways: what a shallower bed, a filler or another way of buying would save, each planned whole. */
const { id, draft, plan, units, change } = useThisBed()
const part = ref<HTMLElement | null>(null)
let tried: unknown = null
const { found, again } = useWhenSeen(part, (design) => {
  tried = design
  return api.otherWays(design, { bed: id, shown: units.value })
})
const sign = computed(() => plan.value?.currency_sign ?? '')
/** A way is a whole bed: where something of it was changed since, it is asked for anew. */
function take(way: OtherWay) {
  if (way.design && alike(draft.value, tried)) void change(way.design)
  else again()
}
function more(way: OtherWay) {
  const said = []
  if (way.saves_l > 0.5) said.push(`${printVolume(way.saves_l, units.value)} less to buy`)
  if (way.saves_kg > 0.5) said.push(`${printWeight(way.saves_kg, units.value)} lighter`)
  return typeset(said.join(', '))
}
</script>

<template>
  <section ref="part" class="ways" aria-labelledby="ways-title">
    <h2 id="ways-title">The same money, other ways</h2>
    <p v-if="found === null" class="faint" role="status">Trying other ways …</p>
    <p v-else-if="!found.length" class="faint">None of those tried costs less: a lower wall, a filler, loads, other bags.</p>
    <ul v-else>
      <li v-for="w in found" :key="w.key" :data-way="w.key">
        <span>{{ typeset(w.words) }}<span class="faint small"> {{ more(w) }}</span></span>
        <strong class="figures">{{ w.already ? 'saves already' : 'saves' }} {{ printMoney(w.saves_cost, sign) }}</strong>
        <n-button v-if="w.design" size="small" class="no-print" :aria-label="`Take it: ${w.words}`" @click="take(w)">Take it</n-button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.ways { margin-top: 16px; border-top: 1px solid var(--rule); padding-top: 8px; }
li { display: grid; grid-template-columns: minmax(0, 1fr) auto auto; gap: 2px 12px; align-items: center; min-height: 36px; border-top: 1px solid var(--rule); padding: 3px 0; }
.small { font-size: 13px; }
@media (max-width: 560px) { li { grid-template-columns: minmax(0, 1fr) auto; } }
</style>
