<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'

import type { Layer } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import { useSheet } from '@/state/sheet'
import WatchOuts from '@/sheet/WatchOuts.vue'
import FillLayerRow from './FillLayerRow.vue'

/** The layers as they lie: the top one first, as in the section beside it. */
const { draft, plan, edit } = useThisBed()
/** A design that never chose its layers shows the usual ones, as the plan has them. */
const layers = computed<Layer[]>(() => draft.value?.fill?.layers ?? [])
/** What each layer is ticked off by, as the core names them, bottom to top. */
const keys = computed(() => plan.value?.ticks.filter((t) => t.kind === 'fill').map((t) => t.key) ?? [])
const topDown = computed(() => layers.value.map((layer, n) => ({ layer, n, placed: plan.value?.fill?.layers.find((l) => l.at === n) })).reverse())

const put = (next: Layer[]) => edit('fill.layers', next)
const { startOf } = useSheet()
const start = computed(() => startOf('fill.layers.0') as Layer | undefined)
const add = () => start.value && put([...layers.value, start.value])
const remove = (n: number) => put(layers.value.filter((_, at) => at !== n))
function swap(n: number, by: number) {
  const next = [...layers.value]
  const [moved] = next.splice(n, 1)
  if (moved) next.splice(n + by, 0, moved)
  put(next)
}
const shares = computed(() => layers.value.filter((l) => l.share !== undefined && l.share !== null))
function even() {
  const each = Math.floor(100 / shares.value.length)
  let first = 100 - each * (shares.value.length - 1)
  put(layers.value.map((l) => {
    if (l.share === undefined || l.share === null) return l
    const share = first
    first = each
    return { ...l, share }
  }))
}
</script>

<template>
  <section aria-labelledby="layers-title">
    <h2 id="layers-title">Layers, the top one first</h2>
    <ol class="layers">
      <li v-for="row in topDown" :key="row.n"><FillLayerRow :n="row.n" :layer="row.layer" :placed="row.placed" :last="layers.length - 1" :tick-key="keys[row.n] ?? row.layer.material ?? 'mix'" @remove="remove(row.n)" @move="swap(row.n, $event)" /></li>
    </ol>
    <FieldTrouble path="fill.layers" />
    <div class="ways no-print">
      <n-button size="small" :disabled="!start" @click="add">One more layer</n-button>
      <n-button v-if="shares.length > 1" size="small" @click="even">Share evenly</n-button>
    </div>
    <WatchOuts stage="fill" :fields="['fill.layers']" />
  </section>
</template>

<style scoped>
.layers > li { border-top: 1px solid var(--rule); padding: 6px 0; }
.ways { display: flex; gap: 8px; padding: 6px 0; }
</style>
