<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'

import type { Catalogue, Group } from '@/api/client'
import { typeset } from '@/measure/print'
import RowQuestions from '@/questions/RowQuestions.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'

/** Rows of a yard's pile, or of its price list: a stock, and what is asked of each. */
const props = defineProps<{ group: Group; stock: Catalogue | null; sign?: string }>()
const { edit, valueAt } = useSheet()
const of = computed(() => props.group.path)
const rows = computed(() => (valueAt(of.value) as { stock: string }[] | undefined) ?? [])
const options = computed(() => [...(props.stock?.timber ?? []), ...(props.stock?.sheet ?? [])].map((t) => ({ key: t.key, name: typeset(t.name), first: t.lengths[0] })))
const known = (key: string) => options.value.some((o) => o.key === key)
const priced = computed(() => props.group.questions.some((q) => q.kind === 'money'))

/** A new row begins as the catalogue sells its first length. */
function add() {
  const [first] = options.value
  if (first?.first) edit(of.value, [...rows.value, { stock: first.key, length: first.first.length, ...(priced.value ? { price: first.first.price } : {}) }])
}
function another(n: number, key: string) {
  const length = options.value.find((o) => o.key === key)?.first
  edit(`${of.value}.${n}`, { ...rows.value[n], stock: key, ...(length ? { length: length.length, ...(priced.value ? { price: length.price } : {}) } : {}) })
}
const remove = (n: number) => edit(of.value, rows.value.filter((_, at) => at !== n))
</script>

<template>
  <div>
    <p v-if="!rows.length" class="faint">{{ group.says }}</p>
    <div v-for="(r, n) in rows" :key="n" class="row" role="group" :aria-label="`${group.title}, row ${n + 1}`">
      <select class="pick" :aria-label="`Stock of row ${n + 1}`" :value="r.stock" @change="another(n, ($event.target as HTMLSelectElement).value)">
        <option v-if="!known(r.stock)" :value="r.stock">{{ r.stock }}</option>
        <option v-for="o in options" :key="o.key" :value="o.key">{{ o.name }}</option>
      </select>
      <RowQuestions :group="group" :n="n" :sign="sign" />
      <TextButton :aria-label="`Remove row ${n + 1}`" @click="remove(n)">Remove</TextButton>
      <FieldTrouble :path="`${of}.${n}.stock`" />
    </div>
    <n-button size="small" :disabled="!options.length" @click="add">{{ priced ? 'A price of my own' : 'Sticks to hand' }}</n-button>
  </div>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 2px 10px; align-items: start; padding: 4px 0; border-bottom: 1px solid var(--rule); margin-bottom: 4px; }
.pick { max-width: 200px; }
</style>
