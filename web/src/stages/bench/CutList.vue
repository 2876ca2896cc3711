<script setup lang="ts">
import { NTable } from 'naive-ui'
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { useStock } from '@/bed/useStock'
import { printLength, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import { useCuts } from './useCuts'

/** Pieces alike by label, as they are lettered on the drawing. */
const { plan, units, pointed } = useThisBed()
const stock = useStock()
const { pieces, doneOf, doneInAll } = useCuts()
const cuts = computed(() => plan.value?.cuts ?? [])
const nameOf = (key: string) => [...(stock.value?.timber ?? []), ...(stock.value?.sheet ?? [])].find((t) => t.key === key)?.name ?? key
const isPointed = (label: string) => pointed.value !== null && pointed.value.replace(/\d+$/, '') === label
</script>

<template>
  <section class="cut-list" aria-labelledby="cut-title">
    <h2 id="cut-title">Cut list <span class="faint count">{{ doneInAll }} of {{ pieces.length }} cut</span></h2>
    <n-table size="small" :bordered="false">
      <thead><tr><th>Piece</th><th class="right">How many</th><th class="right">Length</th><th>From</th><th class="right">Cut</th></tr></thead>
      <tbody>
        <tr v-for="c in cuts" :key="c.label" :data-cut="c.label" :class="{ pointed: isPointed(c.label) }" tabindex="0" @mouseenter="pointed = c.label" @mouseleave="pointed = null" @focus="pointed = c.label" @blur="pointed = null">
          <td><strong class="figures">{{ c.label }}</strong> {{ c.role }}</td>
          <td class="right"><Figure :text="String(c.count)" :worked="c.working?.count" :of="`Pieces ${c.label}`" /></td>
          <td class="right"><Figure :text="printLength(c.length_mm, units)" :worked="c.working?.length_mm" :of="`Length of ${c.label}`" /><span v-if="c.rip_mm" class="rip"> ripped to {{ typeset(printLength(c.rip_mm, units)) }}</span><span v-if="c.ends !== 'square'" class="rip">{{ c.ends }}</span><span v-if="c.notches" class="rip">{{ c.notches }} notches</span></td>
          <td>{{ typeset(nameOf(c.stock)) }}</td>
          <td class="right figures">{{ doneOf(c.label) }}/{{ c.count }}</td>
        </tr>
      </tbody>
    </n-table>
  </section>
</template>

<style scoped>
.count { font-weight: 400; font-size: 14px; margin-left: 8px; }
.rip { font-size: 13px; display: block; color: var(--faint); }
tr.pointed { background: var(--chalk-wash); }
td { white-space: nowrap; }
td:nth-child(1), td:nth-child(4) { white-space: normal; }
@media (max-width: 560px) { th:nth-child(4), td:nth-child(4) { display: none; } }
@media print { .count, th:last-child, td:last-child { display: none; } }
</style>
