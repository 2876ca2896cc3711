<script setup lang="ts">
import { computed } from 'vue'

import type { Template, Units } from '@/api/client'
import { printLength, typeset } from '@/measure/print'

/** One sheet of paper of a template: on paper a millimetre of it is a millimetre. */
const props = defineProps<{ template: Template; sheet: Template['sheets'][number]; units: Units }>()
const t = computed(() => props.template)
const top = computed(() => props.sheet.y_mm + t.value.tall_mm)
/** Paper counts down, the template up. */
const y = (mm: number) => (top.value - mm).toFixed(3)
const x = (mm: number) => (mm - props.sheet.x_mm).toFixed(3)
const path = (lines: number[][][], close: boolean) => lines.map((line) => `M${line.map((p) => `${x(p[0] as number)} ${y(p[1] as number)}`).join('L')}${close ? 'Z' : ''}`).join('')
const ARM = 6
const crosses = computed(() => [[5, 5], [t.value.wide_mm - 5, 5], [5, t.value.tall_mm - 5], [t.value.wide_mm - 5, t.value.tall_mm - 5]])
const check = computed(() => typeset(printLength(t.value.check_mm, props.units)))
</script>

<template>
  <section class="paper" :data-sheet="sheet.name" :aria-label="`${template.name}, sheet ${sheet.name}`">
    <svg class="drawn" :style="{ '--wide': `${template.wide_mm}mm`, '--tall': `${template.tall_mm}mm` }" :viewBox="`0 0 ${template.wide_mm} ${template.tall_mm}`" role="img" :aria-label="`Sheet ${sheet.name} of ${template.name}`">
      <path class="edge" :d="path(template.rings, true)" />
      <path class="folded" :d="path(template.folds, false)" />
      <path class="slit" :d="path(template.slits, false)" />
      <g v-for="(h, n) in template.holes" :key="n" class="hole">
        <circle :cx="x(h.x_mm)" :cy="y(h.y_mm)" :r="h.diameter_mm / 2" />
        <path :d="`M${x(h.x_mm - ARM)} ${y(h.y_mm)}h${2 * ARM}M${x(h.x_mm)} ${y(h.y_mm - ARM)}v${-2 * ARM}`" />
        <text :x="x(h.x_mm + ARM)" :y="y(h.y_mm + 2)">{{ n + 1 }}</text>
      </g>
      <path v-for="(c, n) in crosses" :key="`c${n}`" class="cross" :d="`M${(c[0] as number) - 4} ${c[1]}h8M${c[0]} ${(c[1] as number) - 4}v8`" />
      <path class="check" :d="`M20 ${template.tall_mm - 5}h${template.check_mm}m0 -2v4M20 ${template.tall_mm - 7}v4`" />
      <text class="words" x="20" :y="template.tall_mm - 9">{{ `this line measures ${check}` }}</text>
    </svg>
    <p class="said">{{ template.name }}, sheet {{ sheet.name }}. {{ typeset(template.says) }}</p>
  </section>
</template>

<style scoped>
.paper { border: 1px solid var(--rule); background: white; padding: 6px; }
.drawn { display: block; width: 190px; height: auto; }
.edge { fill: none; stroke: black; stroke-width: 0.5; }
.folded { fill: none; stroke: black; stroke-width: 0.3; stroke-dasharray: 4 2; }
.slit { fill: none; stroke: black; stroke-width: 0.5; }
.hole circle, .hole path { fill: none; stroke: black; stroke-width: 0.25; }
.cross { fill: none; stroke: black; stroke-width: 0.2; }
.check { fill: none; stroke: black; stroke-width: 0.4; }
text { font: 4px var(--figures); fill: black; }
.said { font-size: 12px; max-width: 190px; color: black; }
@media print {
  .paper { border: 0; padding: 0; break-after: page; break-inside: avoid; }
  .paper:last-child { break-after: auto; }
  .drawn.drawn { width: var(--wide); height: var(--tall); max-width: none; }
  .said { font-size: 8pt; line-height: 1.2; margin: 1mm 0 0; max-width: none; }
}
</style>
