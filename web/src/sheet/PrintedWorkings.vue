<script setup lang="ts">
import { computed, onMounted, onScopeDispose } from 'vue'

import type { Worked } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { typeset } from '@/measure/print'
import { inTurn } from './turns'

/** On paper only: how the figures of a stage came about, in small type. */
const props = defineProps<{ stage: 'site' | 'shape' | 'bench' | 'level' | 'line' | 'drain' | 'fill' }>()
const { plan, hasWorkings, wantWorkings } = useThisBed()
/** On the way to paper the workings are fetched. */
let paper: MediaQueryList | undefined
const fetch = () => void wantWorkings()
onMounted(() => inTurn(() => {
  paper = window.matchMedia('print')
  paper.addEventListener('change', fetch)
}))
window.addEventListener('beforeprint', fetch)
onScopeDispose(() => {
  paper?.removeEventListener('change', fetch)
  window.removeEventListener('beforeprint', fetch)
})

type Row = { of: string; worked: Worked }
function rows(of: string, working: Record<string, Worked> | undefined): Row[] {
  return Object.entries(working ?? {}).map(([key, worked]) => ({ of: `${of} ${key.replace(/_(mm|l|kg)$/, '').replaceAll('_', ' ')}`.trim(), worked }))
}
const found = computed<Row[]>(() => {
  const p = plan.value
  if (!p) return []
  if (props.stage === 'site') {
    const s = p.site
    return [...rows('sun', s?.sun?.working), ...rows('', s?.working), ...rows('hose', s?.hose?.working), ...rows('barrow', s?.barrow?.working), ...rows('carried', s?.carried?.working)]
  }
  if (props.stage === 'shape') return [...rows('outside', p.outside?.working), ...rows('inside', p.inside?.working)]
  if (props.stage === 'bench') return [...(p.cuts ?? []).flatMap((c) => rows(c.label, c.working)), ...(p.cutting?.sections ?? []).flatMap((s) => rows(s.name, s.working))]
  if (props.stage === 'level') return [...rows('', p.ground?.working), ...rows('', p.setting_out?.working)]
  if (props.stage === 'line') return rows('', p.lining?.working)
  if (props.stage === 'drain') return rows('', p.drainage?.working)
  return [...rows('', p.fill?.working), ...(p.fill?.layers ?? []).flatMap((l) => rows(l.name, l.working))]
})
</script>

<template>
  <section class="workings print-only">
    <h2>How the figures came about</h2>
    <p v-if="!hasWorkings">They were not fetched in time: print with the page's own button.</p>
    <p v-for="row in found" :key="row.of"><strong>{{ row.of }}:</strong> {{ typeset(row.worked.working) }}<template v-if="row.worked.assumptions?.length"> ({{ typeset(row.worked.assumptions.join('; ')) }})</template></p>
  </section>
</template>

<style scoped>
.workings { margin-top: 16px; font-size: 8pt; line-height: 1.35; }
h2 { font-size: 10pt; }
</style>
