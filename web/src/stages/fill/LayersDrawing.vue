<script setup lang="ts">
import { useElementSize, useMediaQuery } from '@vueuse/core'
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import ViewDrawing from '@/drawing/ViewDrawing.vue'
import { fit } from '@/drawing/scale'
import { printLength, typeset } from '@/measure/print'
import FillSettling from './FillSettling.vue'
import LayerLine from './LayerLine.vue'
import { spread } from './spread'
import { useBoundaries } from './useBoundaries'

/** The section across the bed with its layers: every line between two of them is drawn up or down, or its height typed. */
const { plan, units, pointed } = useThisBed()
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const narrow = useMediaQuery('(max-width: 560px)')
const { boundaries, held, drag, drop, press, type, trouble } = useBoundaries()
/** The boxes stand right of the drawing, so wide. */
const BESIDE = 168
/** Where there is no room beside the drawing they stand under it. */
const ROOMY = 520
const EACH = 58
const MOST = 460
const section = computed(() => plan.value?.across?.section)
const under = computed(() => (width.value || 640) < ROOMY)
const wide = computed(() => Math.max(240, (width.value || 640) - (under.value ? 0 : BESIDE)))
const most = computed(() => Math.max(MOST, boundaries.value.length * EACH + 120))
const frame = computed(() => (section.value ? fit(section.value, wide.value, most.value) : null))
/** From where to where soil lies, as it is cut [mm]. */
const across = computed(() => {
  const xs = section.value?.shapes.filter((s) => s.kind === 'layer').flatMap((s) => s.points.map((p) => p[0] as number)) ?? []
  return { from: Math.min(...xs), to: Math.max(...xs) }
})
const yOf = (z: number) => frame.value?.frame.y(z) ?? 0
const rows = computed(() => {
  const at = spread(boundaries.value.map((b) => yOf(b.z)), EACH, 8, (frame.value?.height ?? MOST) - EACH)
  return boundaries.value.map((b, n) => ({ ...b, top: at[n] as number, line: yOf(b.z) }))
})
const size = (mm: number) => typeset(printLength(mm, units.value))
</script>

<template>
  <div ref="box" class="layers">
    <p class="faint hint no-print">Draw a line between two layers up or down, or type how high it lies over the floor.</p>
    <div v-if="section && frame" class="beside no-print" :class="{ under }" :style="under ? {} : { height: `${frame.height}px` }">
      <ViewDrawing name="layers" :view="section" :units="units" :width="wide" :most="most" :pointed="pointed" @point="pointed = $event">
        <template #default="{ frame: paper }">
          <LayerLine
            v-for="b in boundaries" :key="b.n" :boundary="b" :held="held?.n === b.n ? held.z : null" :paper="paper" :from="across.from" :to="across.to" :wide="wide" :units="units"
            @drag="drag(b.n, $event)" @drop="drop(b.n)" @press="press(b.n, $event)"
          />
        </template>
      </ViewDrawing>
      <svg v-if="!under" class="leaders no-print" :width="BESIDE" :height="frame.height" aria-hidden="true"><path v-for="r in rows" :key="r.n" :d="`M0 ${r.line}L18 ${r.top + 33}`" /></svg>
      <div v-for="r in under ? [...rows].reverse() : rows" :key="r.n" class="height" :style="under ? {} : { top: `${r.top}px`, left: `${wide + 18}px` }">
        <label :for="`height-${r.n}`" :title="r.says">{{ typeset(r.says) }}</label>
        <input :id="`height-${r.n}`" class="write figures" :value="r.typed ?? size(r.over)" autocomplete="off" spellcheck="false" :aria-invalid="trouble?.n === r.n" :aria-describedby="trouble?.n === r.n ? 'height-wrong' : undefined" @change="type(r.n, ($event.target as HTMLInputElement).value)" @keydown.enter="($event.target as HTMLInputElement).blur()">
      </div>
    </div>
    <p v-if="trouble" id="height-wrong" class="wrong" role="alert">{{ typeset(trouble.words) }}</p>
    <FillSettling v-if="!narrow" />
    <ol class="print-only"><li v-for="r in [...rows].reverse()" :key="r.n">{{ typeset(r.says) }}: {{ size(r.over) }} over the floor</li></ol>
  </div>
</template>

<style scoped>
.beside { position: relative; }
.hint { font-size: 14px; padding: 2px 0 4px; }
.leaders { position: absolute; right: 0; top: 0; left: auto; pointer-events: none; }
.leaders path { fill: none; stroke: var(--faint); stroke-width: 1; }
.beside > .leaders { left: v-bind('`${wide}px`'); right: auto; }
.height { position: absolute; width: 146px; display: grid; }
.under .height { position: static; width: auto; grid-template-columns: minmax(0, 1fr) auto; gap: 8px; align-items: center; padding: 3px 0; }
.under .height label { font-size: 14px; }
.height label { font-size: 12px; line-height: 15px; color: var(--faint); white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.height .write { width: 128px; }
.height .write[aria-invalid='true'] { border-color: var(--rust); border-width: 2px; }
.wrong { color: var(--rust); }
</style>
