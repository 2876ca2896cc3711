<script setup lang="ts">
import { NTable } from 'naive-ui'
import { computed } from 'vue'

import type { Cut } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import { useCuts } from './useCuts'

/** Pieces alike by label, as they are lettered on the drawing. */
const { plan, units, pointed } = useThisBed()
const { pieces, doneOf, doneInAll } = useCuts()
const cuts = computed(() => plan.value?.cuts ?? [])
const length = (mm: number | string) => typeset(printLength(Number(mm), units.value))
/** How a piece is no plain length: its ends, the edges they leave, its notches. */
function shapeOf(c: Cut): string {
  const ends = c.ends === 'square' ? '' : `${c.ends}${c.long_point_mm && c.short_point_mm ? `: long edge ${length(c.long_point_mm)}, short edge ${length(c.short_point_mm)}` : ''}`
  const notches = c.housings.map((h) => `notch at ${length(h.at_mm)}, ${length(h.wide_mm)} wide, ${length(h.face_mm)} across, ${length(h.deep_mm)} deep`)
  const off = c.rip_off && !c.rip_mm ? `ripped off: ${c.rip_off}` : ''
  return [off, ends, ...notches].filter(Boolean).join('; ')
}
const nameOf = (key: string) => plan.value?.cutting?.sections.find((s) => s.stock === key)?.name ?? key
const isPointed = (label: string) => pointed.value !== null && pointed.value.replace(/\d+$/, '') === label
</script>

<template>
  <section class="cut-list" aria-labelledby="cut-title">
    <h2 id="cut-title">Cut list <span class="faint count">{{ doneInAll }} of {{ pieces.length }} cut</span></h2>
    <n-table size="small" :bordered="false">
      <thead><tr><th>Piece</th><th class="right">How many</th><th class="right">Length</th><th>From</th><th class="right">Cut</th></tr></thead>
      <tbody>
        <template v-for="c in cuts" :key="c.label">
          <tr :data-cut="c.label" :class="{ pointed: isPointed(c.label) }" tabindex="0" @mouseenter="pointed = c.label" @mouseleave="pointed = null" @focus="pointed = c.label" @blur="pointed = null">
            <td><strong class="figures">{{ c.label }}</strong> {{ c.role }}</td>
            <td class="right"><Figure :text="String(c.count)" :worked="c.working?.count" :of="`Pieces ${c.label}`" /></td>
            <td class="right"><Figure :text="printLength(c.length_mm, units)" :worked="c.working?.length_mm" :of="`Length of ${c.label}`" /><span v-if="c.rip_mm" class="rip"> ripped to {{ typeset(printLength(c.rip_mm, units)) }}{{ c.rip_off ? `, ${c.rip_off} off` : '' }}</span></td>
            <td>{{ typeset(nameOf(c.stock)) }}</td>
            <td class="right figures">{{ doneOf(c.label) }}/{{ c.count }}</td>
          </tr>
          <tr v-if="shapeOf(c)" class="shape"><td colspan="5">{{ shapeOf(c) }}</td></tr>
        </template>
      </tbody>
    </n-table>
  </section>
</template>

<style scoped>
.count { font-weight: 400; font-size: 14px; margin-left: 8px; }
.n-table tr:has(+ .shape) td { border-bottom: 0; padding-bottom: 0; }
.shape td { height: auto; font-size: 13px; color: var(--faint); white-space: normal; }
.rip { font-size: 13px; display: block; color: var(--faint); }
tr.pointed { background: var(--chalk-wash); }
td { white-space: nowrap; }
td:nth-child(1), td:nth-child(4) { white-space: normal; }
@media (max-width: 560px) { th:nth-child(4), td:nth-child(4) { display: none; } }
@media print { .count, th:last-child, tr:not(.shape) td:last-child { display: none; } }
</style>
