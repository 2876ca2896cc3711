<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printMoney, printVolume, printWeight } from '@/measure/print'

/** A measuring tape with the running figures; what an edit changed stands on it for a few seconds. */
const { plan, units } = useThisBed()
const SHOWN_MS = 4000

interface Mark { key: string; name: string; amount: number; print: (value: number) => string }
const marks = computed<Mark[]>(() => {
  const p = plan.value
  if (!p) return []
  const sign = p.currency_sign
  // A sheet is bought and cut by its length, as a stick is.
  const sheets = p.buying.some((b) => b.unit === 'sheet')
  const thing = sheets ? 'stick or sheet' : 'stick'
  const things = sheets ? 'sticks, sheets' : 'sticks'
  const sticks = (n: number) => `${n} ${Math.abs(n) === 1 ? thing : things}`
  return [
    { key: 'sticks', name: 'to buy', amount: p.totals.sticks, print: sticks },
    { key: 'cost', name: 'stock and soil', amount: p.totals.cost, print: (v) => printMoney(v, sign) },
    { key: 'soil', name: 'soil, settled', amount: p.totals.soil_l, print: (v) => printVolume(v, units.value) },
    { key: 'weight', name: 'filled and wet', amount: p.totals.weight_kg, print: (v) => printWeight(v, units.value) },
  ]
})

const changes = ref<Record<string, string>>({})
let timer: number | undefined
watch(marks, (now, before) => {
  const found: Record<string, string> = {}
  for (const mark of now) {
    const old = before.find((m) => m.key === mark.key)
    const by = old ? mark.amount - old.amount : 0
    if (old && mark.print(mark.amount) !== mark.print(old.amount)) found[mark.key] = `${by > 0 ? '+' : '−'}${mark.print(Math.abs(by))}`
  }
  if (!Object.keys(found).length) return
  changes.value = found
  window.clearTimeout(timer)
  timer = window.setTimeout(() => (changes.value = {}), SHOWN_MS)
})
</script>

<template>
  <footer class="tape no-print" aria-label="Running figures">
    <svg class="rule" aria-hidden="true">
      <defs>
        <pattern id="tape-marks" width="60" height="10" patternUnits="userSpaceOnUse">
          <path d="M.5 0v10M6.5 0v4M12.5 0v4M18.5 0v4M24.5 0v4M30.5 0v7M36.5 0v4M42.5 0v4M48.5 0v4M54.5 0v4" stroke="var(--ink)" stroke-width=".8" />
        </pattern>
      </defs>
      <rect width="100%" height="10" fill="url(#tape-marks)" />
    </svg>
    <dl>
      <div v-for="m in marks" :key="m.key" :data-mark="m.key">
        <dd class="figures">{{ m.print(m.amount) }}</dd>
        <dt>{{ m.name }}</dt>
        <dd v-if="changes[m.key]" class="change figures"><span role="status">{{ changes[m.key] }}</span></dd>
      </div>
    </dl>
  </footer>
</template>

<style scoped>
.tape { position: relative; background: var(--tape); border-top: 1px solid var(--ink); height: 44px; }
.rule { position: absolute; inset: 0 0 auto; width: 100%; height: 10px; }
dl { display: flex; gap: 8px 36px; height: 100%; align-items: flex-end; padding: 0 16px 5px; overflow: hidden; }
dl > div { display: flex; gap: 6px; align-items: baseline; white-space: nowrap; }
dd { font-weight: 700; font-size: 16px; }
dt { font-size: 13px; }
.change { color: var(--chalk); font-size: 14px; background: var(--sheet); padding: 0 4px; }
@media (max-width: 700px) {
  dl { gap: 0 16px; padding: 0 12px 3px; justify-content: space-between; }
  dl > div { display: grid; gap: 0; line-height: 15px; position: relative; }
  dd { font-size: 14px; }
  dt { display: none; }
  .change { position: absolute; top: -17px; left: 0; font-size: 13px; }
}
</style>
