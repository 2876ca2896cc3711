<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { useStock } from '@/bed/useStock'
import { printMoney, typeset } from '@/measure/print'
import RowQuestions from '@/questions/RowQuestions.vue'
import { useQuestions } from '@/questions/useQuestions'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'

/** What the yard really has of each section, and sticks to hand that cost nothing. */
const { plan, draft, edit } = useThisBed()
const stock = useStock()
const sections = computed(() => plan.value?.cutting.sections ?? [])
const rows = computed(() => draft.value?.bench?.lengths ?? [])
const offcuts = computed(() => draft.value?.bench?.offcuts ?? [])
const sold = (key: string) => [...(stock.value?.timber ?? []), ...(stock.value?.sheet ?? [])].find((t) => t.key === key)?.lengths ?? []
const isOf = (row: { stock: string }, key: string) => {
  const timber = stock.value?.timber.find((t) => t.key === key)
  return row.stock === key || row.stock === timber?.nominal
}
const own = (key: string) => rows.value.some((r) => isOf(r, key))
const { startOf } = useSheet()
const lengthStart = computed(() => startOf('bench.lengths.0') as object | undefined)
const stickStart = computed(() => startOf('bench.offcuts.0') as object | undefined)
const addLength = (stock: string) => edit('bench.lengths', [...rows.value, { stock, ...lengthStart.value }])
const addStick = (stock: string) => edit('bench.offcuts', [...offcuts.value, { stock, ...stickStart.value }])
const { group } = useQuestions('bed')
const [lengths, toHand] = [group('lengths'), group('offcuts')]
const sign = computed(() => plan.value?.currency_sign ?? '')

function takeOver(key: string) {
  edit('bench.lengths', [...rows.value, ...sold(key).map((s) => ({ stock: key, length: s.length, price: s.price }))])
}
function dropOwn(key: string) {
  edit('bench.lengths', rows.value.filter((r) => !isOf(r, key)))
}
const without = <T,>(list: T[], n: number) => list.filter((_, at) => at !== n)
</script>

<template>
  <section class="to-hand no-print" aria-labelledby="hand-title">
    <h2 id="hand-title">What the yard has, and what is to hand</h2>
    <div v-for="s in sections" :key="s.stock" class="section">
      <h3>{{ typeset(s.name) }}</h3>
      <template v-if="!own(s.stock)">
        <p>Sold at <span v-for="(l, n) in sold(s.stock)" :key="n" class="figures">{{ typeset(String(l.length)) }} for {{ printMoney(Number(l.price), sign) }}{{ n < sold(s.stock).length - 1 ? ', ' : '.' }} </span></p>
        <TextButton @click="takeOver(s.stock)">My yard has other lengths or prices</TextButton>
      </template>
      <template v-else>
        <template v-for="(r, n) in rows" :key="n">
          <div v-if="isOf(r, s.stock)" class="row">
            <RowQuestions v-if="lengths" :group="lengths" :n="n" :sign="sign" />
            <TextButton :aria-label="`Take ${r.length} off the list`" @click="edit('bench.lengths', without(rows, n))">Remove</TextButton>
          </div>
        </template>
        <n-button size="small" :disabled="!lengthStart" @click="addLength(s.stock)">One more length</n-button>
        <TextButton @click="dropOwn(s.stock)">Back to the catalogue's lengths</TextButton>
      </template>
      <template v-for="(o, n) in offcuts" :key="`o${n}`">
        <div v-if="isOf(o, s.stock)" class="row">
          <span>To hand</span>
          <RowQuestions v-if="toHand" :group="toHand" :n="n" />
          <TextButton :aria-label="`Forget the off-cut of ${o.length}`" @click="edit('bench.offcuts', without(offcuts, n))">Remove</TextButton>
        </div>
      </template>
      <TextButton :data-add-offcut="s.stock" :disabled="!stickStart" @click="addStick(s.stock)">I have a stick of this to hand</TextButton>
    </div>
    <FieldTrouble path="bench.lengths" />
    <FieldTrouble path="bench.offcuts" />
  </section>
</template>

<style scoped>
.to-hand { margin-top: 20px; }
h3 { font-size: 15px; margin: 8px 0 0; }
.row { display: flex; flex-wrap: wrap; gap: 4px 12px; align-items: start; padding: 4px 0; }
</style>
