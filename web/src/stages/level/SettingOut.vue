<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import Fold from '@/sheet/Fold.vue'

/** Pegs, strings, tapes and holes: what the bed is set out with, in what order. */
const { plan, units } = useThisBed()
const out = computed(() => plan.value?.setting_out)
const length = (mm: number) => `${mm < 0 ? '−' : ''}${typeset(printLength(Math.abs(mm), units.value))}`
const trim = (mm: number) => (mm < -0.5 ? `trim ${length(-mm)} off` : mm > 0.5 ? `${length(mm)} under the rim` : 'at the rim')
</script>

<template>
  <section v-if="out" aria-label="Setting out">
    <h2>Setting out</h2>
    <ol class="order"><li v-for="step in out.order" :key="step.words">{{ typeset(step.words) }}</li></ol>
    <dl>
      <template v-for="d in out.diagonals" :key="d.start + d.end"><dt>{{ d.start }} to {{ d.end }}</dt><dd data-diagonal><Figure :text="length(d.length_mm)" :worked="out.working?.[`diagonal ${d.start}`]" :of="`From ${d.start} to ${d.end}`" /></dd></template>
      <template v-if="out.radius_mm"><dt>String from the middle</dt><dd>{{ length(out.radius_mm) }}</dd></template>
    </dl>
    <Fold v-if="out.checks.length" printed title="Check every corner with a tape">
      <table class="listed">
        <thead><tr><th scope="col">Corner</th><th scope="col">Along one side</th><th scope="col">Along the other</th><th scope="col">Between the marks</th></tr></thead>
        <tbody><tr v-for="c in out.checks" :key="c.corner"><th scope="row">{{ c.corner }}<span v-if="Math.abs(c.angle_deg - 90) > 0.01" class="faint"> {{ c.angle_deg.toFixed(1) }}°</span></th><td>{{ length(c.along_mm) }}</td><td>{{ length(c.across_mm) }}</td><td>{{ length(c.between_mm) }}</td></tr></tbody>
      </table>
    </Fold>
    <Fold v-if="out.pegs.length" printed title="Pegs and profiles, from the front left corner">
      <table class="listed">
        <thead><tr><th scope="col">Peg</th><th scope="col">At</th><th scope="col">To the right</th><th scope="col">To the back</th></tr></thead>
        <tbody><tr v-for="p in out.pegs" :key="p.name"><th scope="row">{{ p.name }}</th><td>{{ p.corner }}{{ p.off_mm ? `, ${length(p.off_mm)} beyond` : '' }}</td><td>{{ length(p.x_mm) }}</td><td>{{ length(p.y_mm) }}</td></tr></tbody>
      </table>
    </Fold>
    <Fold v-if="out.holes.length" printed :title="`Holes of ${out.holes.length} posts`">
      <table class="listed">
        <thead><tr><th scope="col">Post</th><th scope="col">Deep</th><th scope="col">Wide</th><th scope="col">Above ground</th><th scope="col">Its top</th></tr></thead>
        <tbody><tr v-for="h in out.holes" :key="h.post" :data-hole="h.post"><th scope="row">{{ h.post }}</th><td>{{ length(h.deep_mm) }}</td><td>{{ length(h.wide_mm) }}</td><td>{{ length(h.above_mm) }}</td><td>{{ trim(h.under_rim_mm) }}</td></tr></tbody>
      </table>
      <p v-if="out.concrete" data-concrete>Concrete: {{ typeset(out.concrete.says) }}.</p>
    </Fold>
  </section>
</template>

<style scoped>
.order { margin: 0 0 6px; padding-left: 26px; list-style: decimal; }
dl { display: grid; grid-template-columns: 220px minmax(0, 1fr); gap: 0 16px; }
dt, dd { min-height: 32px; align-content: center; }
dt { color: var(--faint); }
@media (max-width: 560px) { dl { grid-template-columns: minmax(0, 1fr) auto; } }
</style>
