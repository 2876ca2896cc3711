<script setup lang="ts">
import { computed } from 'vue'

import type { BedsOfYard, YardBed } from '@/api/client'
import { useStock } from '@/bed/useStock'
import { printMoney, typeset } from '@/measure/print'
import GroupFold from '@/questions/GroupFold.vue'
import { useQuestions } from '@/questions/useQuestions'
import PeoplePart from '@/door/PeoplePart.vue'
import { useSession } from '@/door/useSession'
import WhoPart from '@/door/WhoPart.vue'
import Later from '@/sheet/Later.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'
import PileRows from './PileRows.vue'

/** What all beds of the yard share: what needs a look, what is to hand, prices, the saw, the place. */
const props = defineProps<{ yard: string; may: 'look' | 'work' | 'own'; beds: YardBed[]; alone: BedsOfYard['alone']; sign: string }>()
const { session } = useSession()
const emit = defineEmits<{ away: [] }>()
const { groups } = useQuestions('yard')
const { valueAt } = useSheet()
const stock = useStock()
const counted = computed(() => {
  const there = props.beds.filter((b) => b.figures).length
  return `${there === props.beds.length ? '' : `${there} of `}${props.beds.length} ${props.beds.length === 1 ? 'bed' : 'beds'}`
})
const looks = computed(() => props.beds.flatMap((b) => (b.figures?.looks ?? []).map((l) => ({ ...l, bed: b }))))
</script>

<template>
  <section aria-labelledby="sums-title">
    <h2 id="sums-title">All beds, one by one</h2>
    <p><strong class="figures">{{ Object.entries(alone.costs).map(([sign, cost]) => printMoney(cost, sign)).join(' + ') || printMoney(alone.cost, sign) }}</strong> for {{ counted }}, <span class="figures">{{ alone.sticks }}</span> sticks and sheets to buy<template v-if="valueAt('tax')">; tax of {{ valueAt('tax') }} % comes on top</template>.</p>
  </section>
  <section v-if="looks.length" aria-labelledby="looks-title">
    <h2 id="looks-title">Needs a look</h2>
    <ul class="looks">
      <li v-for="(l, n) in looks" :key="n"><router-link :to="{ name: 'bed', params: { id: l.bed.id, stage: l.stage } }">{{ l.bed.name }}</router-link> {{ typeset(l.message) }}</li>
    </ul>
  </section>
  <section v-for="g in groups.filter((one) => one.rows)" :key="g.key" :aria-labelledby="`${g.key}-title`">
    <h2 :id="`${g.key}-title`">{{ g.title }}</h2>
    <Later><PileRows :group="g" :stock="stock" :sign="sign" /></Later>
  </section>
  <section aria-label="The yard's own">
    <Later v-for="g in groups.filter((one) => !one.rows)" :key="g.key"><GroupFold :group="g" /></Later>
    <p v-if="may === 'own'" class="away"><TextButton @click="emit('away')">Put this yard away</TextButton> with all its beds; it can be brought back.</p>
  </section>
  <template v-if="session?.accounts">
    <PeoplePart :yard="yard" :may="may" />
    <WhoPart />
  </template>
</template>

<style scoped>
section { padding: 10px 0; border-top: 1px solid var(--rule); }
section:first-of-type { border-top: 0; padding-top: 0; }
.away { font-size: 14px; color: var(--faint); padding-top: 8px; }
.looks { display: grid; gap: 4px; font-size: 14px; }
.looks li { border-left: 4px solid var(--rust); padding-left: 8px; }
</style>
