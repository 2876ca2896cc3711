<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'

import type { Catalogue } from '@/api/client'
import { typeset } from '@/measure/print'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import { useSheet } from '@/state/sheet'

/** Rows of a yard's pile, or of its price list: a stock, a length, and how many or for how much. */
const props = defineProps<{ of: 'pile' | 'prices'; stock: Catalogue | null; sign?: string }>()
const { edit, valueAt } = useSheet()
const rows = computed(() => (valueAt(props.of) as { stock: string }[] | undefined) ?? [])
const options = computed(() => [...(props.stock?.timber ?? []), ...(props.stock?.sheet ?? [])].map((t) => ({ key: t.key, name: typeset(t.name), first: t.lengths[0] })))
const known = (key: string) => options.value.some((o) => o.key === key)

/** A new row begins as the catalogue sells its first length. */
function add() {
  const [first] = options.value
  if (!first?.first) return
  edit(props.of, [...rows.value, { stock: first.key, length: first.first.length, ...(props.of === 'pile' ? { count: 1 } : { price: first.first.price }) }])
}
function another(n: number, key: string) {
  const length = options.value.find((o) => o.key === key)?.first
  edit(`${props.of}.${n}`, { ...rows.value[n], stock: key, ...(length ? { length: length.length, ...(props.of === 'prices' ? { price: length.price } : {}) } : {}) })
}
const remove = (n: number) => edit(props.of, rows.value.filter((_, at) => at !== n))
</script>

<template>
  <div>
    <p v-if="!rows.length" class="faint">{{ of === 'pile' ? 'Nothing lies about: every stick is bought.' : 'As in the catalogue.' }}</p>
    <div v-for="(r, n) in rows" :key="n" class="row">
      <select class="pick" :aria-label="`Stock of row ${n + 1}`" :value="r.stock" @change="another(n, ($event.target as HTMLSelectElement).value)">
        <option v-if="!known(r.stock)" :value="r.stock">{{ r.stock }}</option>
        <option v-for="o in options" :key="o.key" :value="o.key">{{ o.name }}</option>
      </select>
      <LengthField :id="`${of}-length-${n}`" :path="`${of}.${n}.length`" :label="`Length of row ${n + 1}`" />
      <NumberField v-if="of === 'pile'" :id="`pile-count-${n}`" :path="`pile.${n}.count`" :label="`How many in row ${n + 1}`" before="×" />
      <template v-else>
        <NumberField :id="`price-${n}`" :path="`prices.${n}.price`" :label="`Price of row ${n + 1}`" :before="sign" decimal />
        <NumberField :id="`limit-${n}`" :path="`prices.${n}.limit`" :label="`At most in row ${n + 1}`" before="at most" placeholder="any" optional />
      </template>
      <button type="button" class="plain" :aria-label="`Remove row ${n + 1}`" @click="remove(n)">Remove</button>
      <FieldTrouble :path="`${of}.${n}.stock`" />
    </div>
    <n-button size="small" :disabled="!options.length" @click="add">{{ of === 'pile' ? 'Sticks to hand' : 'A price of my own' }}</n-button>
  </div>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 2px 10px; align-items: start; padding: 4px 0; border-bottom: 1px solid var(--rule); margin-bottom: 4px; }
.pick { max-width: 200px; }
</style>
