<script setup lang="ts">
import { NButton, NInput, NTable } from 'naive-ui'
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'

import type { Units, Weighed } from '@/api/client'
import { useBed } from '@/bed/useBed'
import PlainDrawing from '@/drawing/PlainDrawing.vue'
import { frameAt } from '@/drawing/scale'
import { grouped, printArea, printBow, printLength, printMoney, printVolume, printWeight, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import { useElsewhere } from '@/state/useElsewhere'
import { MOST, useVariants } from './useVariants'
import RateQuestions from './RateQuestions.vue'
import VariantHead from './VariantHead.vue'

/** Up to four ways of building one bed, side by side: no score, the better figure of each row marked. */
const props = defineProps<{ id: string }>()
const bed = useBed(props.id)
const { variants, rates, weighed, problems, begin, put, remove, add, forget } = useVariants(props.id)
const router = useRouter()
const trouble = ref('')
const keeping = ref<number | null>(null)
const reason = ref('')
const elsewhere = useElsewhere(problems)
const units = computed<Units>(() => bed.units.value)

onMounted(async () => {
  const problem = await bed.open(['totals', 'outside', 'starts', 'understood', 'watch_outs'])
  if (problem) trouble.value = problem.detail
  else if (bed.draft.value) await begin(bed.draft.value)
})

type Row = Weighed['rows'][number]
function print(row: Row, n: number): string {
  const value = row.values[n] ?? 0
  const sign = weighed.value?.currency_signs[n] ?? ''
  const ways: Record<Row['kind'], () => string> = {
    area: () => printArea(value, units.value),
    volume: () => printVolume(value, units.value),
    money: () => printMoney(value, sign),
    weight: () => printWeight(value, units.value),
    count: () => String(value),
    hours: () => `${grouped(value, 1)} h`,
    length: () => (row.key === 'bow' ? printBow(value, units.value) : printLength(value, units.value)),
    years: () => `${value} to ${row.upto?.[n] ?? value} years`,
  }
  return ways[row.kind]()
}
const pictures = computed(() => weighed.value?.pictures ?? [])

async function keep() {
  const n = keeping.value
  const chosen = n === null ? undefined : variants.value[n]
  if (!chosen || !bed.draft.value || !reason.value.trim()) return
  const over = variants.value.filter((_, at) => at !== n).map((v) => v.name)
  bed.change({ ...chosen, name: bed.draft.value.name, decided: { reason: reason.value.trim(), over } })
  const left = await bed.flush()
  if (!left) {
    trouble.value = 'It could not be saved; see the bed.'
    return
  }
  forget()
  void router.push({ name: 'bed', params: { id: props.id, stage: 'shape' } })
}
</script>

<template>
  <main class="weigh">
    <p><router-link :to="{ name: 'bed', params: { id, stage: 'shape' } }">Back to the bed</router-link></p>
    <h1>Weigh up</h1>
    <p class="faint">Up to four ways of building it. No score: the better figure of each row is marked, and which matters is yours to say.</p>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <div v-if="elsewhere.length" class="wrong" role="alert"><p v-for="p in elsewhere" :key="p.field">{{ typeset(p.message) }} You gave “{{ typeset(p.value) }}”. Allowed: {{ typeset(p.allowed) }}.</p></div>
    <div class="scroll" tabindex="0" role="group" aria-label="The comparison">
      <n-table size="small" :bordered="false">
        <thead>
          <tr><td></td><th v-for="(v, n) in variants" :key="n" scope="col"><VariantHead :design="v" :units="units" :built="bed.built.value" :price-list="bed.priceList.value" :n="n" :problems="problems" @put="put(n, $event)" @remove="remove(n)" /></th></tr>
        </thead>
        <tbody v-if="weighed">
          <tr class="pictures"><td></td><td v-for="(view, n) in pictures" :key="n"><PlainDrawing v-if="view" :view="view" :scale="150 / frameAt(view, 1).right" :name="`weigh-${n}`" /></td></tr>
          <tr v-for="row in weighed.rows" :key="row.key" :data-row="row.key">
            <th scope="row">{{ row.name }}</th>
            <td v-for="(_, n) in row.values" :key="n" :class="{ better: row.better.includes(n) }"><Figure :text="print(row, n)" :worked="row.working[n]" :of="`${row.name}, ${weighed.names[n]}`" /><span v-if="row.better.includes(n)" class="mark">better</span></td>
          </tr>
          <tr><th scope="row">What it is</th><td v-for="(looks, n) in weighed.needs_a_look" :key="n" class="looks"><p v-for="l in looks" :key="l">{{ typeset(l) }}</p></td></tr>
          <tr><td></td><td v-for="(_, n) in weighed.names" :key="n"><n-button size="small" @click="keeping = n">Keep this one</n-button></td></tr>
        </tbody>
      </n-table>
    </div>
    <form v-if="keeping !== null" class="keep" @submit.prevent="keep">
      <label for="reason">Why “{{ variants[keeping]?.name }}”?</label>
      <n-input v-model:value="reason" class="why" placeholder="" :input-props="{ id: 'reason', maxlength: 500 }" />
      <n-button attr-type="submit" :disabled="!reason.trim()">Keep it, with this reason</n-button>
    </form>
    <n-button v-if="variants.length && variants.length < MOST" @click="add">One more variant</n-button>
    <RateQuestions class="rates" :rates="rates" :problems="problems" @put="rates = $event" />
  </main>
</template>

<style scoped>
.weigh { max-width: 1200px; margin: 0 auto; padding: 16px 24px 40px; display: grid; gap: 8px; justify-items: start; }
.scroll { overflow-x: auto; max-width: 100%; width: 100%; }
table { table-layout: fixed; }
thead td { width: 170px; }
thead th, tbody td { vertical-align: top; min-width: 190px; padding-right: 20px; }
tbody th { white-space: nowrap; color: var(--ink); font-size: 14px; padding-right: 24px; }
.better { background: var(--moss-wash); }
.mark { color: var(--moss); font-size: 13px; font-weight: 700; margin-left: 8px; }
.looks { font-size: 13px; color: var(--rust); }
.wrong { background: var(--rust-wash); border-left: 4px solid var(--rust); padding: 6px 10px; }
.keep { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; border: 2px solid var(--chalk); padding: 10px; }
.why { width: 340px; max-width: 100%; }
.rates { width: min(560px, 100%); }
@media (max-width: 560px) { .weigh { padding: 12px 16px 32px; } tbody th { white-space: normal; } thead th, tbody td { min-width: 160px; } }
</style>
