<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'

/** Settings of the stop block, longest first: each is set once. */
const { plan, units, pointed } = useThisBed()
const rows = computed(() => plan.value?.cutting.settings ?? [])
const first = (n: number) => n === 0 || rows.value[n]?.stock !== rows.value[n - 1]?.stock
const nameOf = (stock: string) => plan.value?.cutting.sections.find((s) => s.stock === stock)?.name ?? stock
</script>

<template>
  <section class="stop" aria-labelledby="stop-title">
    <h2 id="stop-title">Stop-block order</h2>
    <p class="faint">Longest first, each setting once: take every stick past the stop before you move it.</p>
    <ol>
      <template v-for="(s, n) in rows" :key="`${s.stock}-${s.length_mm}`">
        <li v-if="first(n)" class="stock">{{ typeset(nameOf(s.stock)) }}</li>
        <li class="setting" @mouseenter="pointed = s.labels[0] ?? null" @mouseleave="pointed = null">
          <span class="figures set">{{ typeset(printLength(s.length_mm, units)) }}</span>
          <span>{{ s.count }} × <strong class="figures">{{ s.labels.join(', ') }}</strong></span>
          <span class="faint">stick{{ s.sticks.length > 1 ? 's' : '' }} {{ s.sticks.join(', ') }}</span>
        </li>
      </template>
    </ol>
  </section>
</template>

<style scoped>
.stop { margin-top: 20px; }
.stock { font-size: 13px; color: var(--faint); padding-top: 6px; }
.setting { display: grid; grid-template-columns: 120px 110px 1fr; min-height: 32px; align-items: center; border-top: 1px solid var(--rule); }
.set { font-weight: 700; font-size: 16px; }
</style>
