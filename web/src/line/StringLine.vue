<script setup lang="ts">
import { computed } from 'vue'

import { stageState, useStages, type StageState } from '@/bed/useStages'
import { useThisBed } from '@/bed/useBed'

/** A builder's line from peg to peg: taut between stages that are done, sagging where work is missing. */
const props = defineProps<{ stage: string }>()
const { plan, id, ticked } = useThisBed()

const stages = useStages()
const at = computed(() => stages.value.findIndex((s) => s.key === props.stage))
const pegs = computed(() =>
  stages.value.map((s, n) => ({
    ...s,
    state: (plan.value ? stageState(s.key, plan.value, ticked.value) : 'not begun') as StageState,
    near: Math.abs(n - at.value) <= 1,
  })),
)
const SAG = 16
/** The string through one peg's share of the line: half of the stretch before it, half of the one after. */
function string(n: number) {
  const slack = (at: number) => (at > 0 && at < pegs.value.length && pegs.value[at]?.state !== 'done' ? SAG / 2 : 0)
  const [before, after] = [slack(n), slack(n + 1)]
  return `M0 ${10 + before}Q25 ${10 + before} 50 10Q75 ${10 + after} 100 ${10 + after}`
}
</script>

<template>
  <nav class="line" aria-label="Stages, in the order of work">
    <ol>
      <li v-for="(p, n) in pegs" :key="p.key" :class="[p.state.replaceAll(' ', '-'), { near: p.near, here: p.key === stage }]">
        <svg class="string" viewBox="0 0 100 40" preserveAspectRatio="none" aria-hidden="true"><path :d="string(n)" vector-effect="non-scaling-stroke" /></svg>
        <router-link :to="{ name: 'bed', params: { id, stage: p.key } }" :aria-current="p.key === stage ? 'step' : undefined">
          <svg class="peg" width="16" height="40" viewBox="0 0 16 40" aria-hidden="true">
            <path class="body" d="M3 2h10v24l-5 12-5-12z" />
            <path v-if="p.state === 'in hand'" class="part" d="M3 15h10v11l-5 12-5-12z" />
            <path v-if="p.state === 'needs a look'" class="flag" d="M13 3h0V2M3 2h10v9l-5-3-5 3z" />
            <path class="turn" d="M1 9l14 2M1 12l14-2" />
          </svg>
          <span class="words"><span class="stage">{{ p.name }}</span><span class="state">{{ p.state }}</span></span>
        </router-link>
      </li>
    </ol>
  </nav>
</template>

<style scoped>
.line { position: relative; height: 52px; min-width: 0; }
.string { position: absolute; inset: 0 0 auto; width: 100%; height: 40px; pointer-events: none; }
.string path { fill: none; stroke: var(--chalk); stroke-width: 1.6; transition: d 180ms; }
ol { position: relative; display: flex; height: 100%; }
li { position: relative; flex: 1; min-width: 0; }
a { display: flex; align-items: flex-end; gap: 4px; color: var(--ink); text-decoration: none; padding: 0 4px 2px 0; min-height: 50px; position: absolute; left: calc(50% - 8px); z-index: 1; }
.peg { flex: none; align-self: flex-start; margin-top: 1px; }
.words { display: grid; line-height: 16px; padding: 0 6px; }
.stage { font-weight: 700; }
.state { font-size: 13px; color: var(--faint); white-space: nowrap; }
.here .words { background: var(--chalk-wash); box-shadow: inset 3px 0 var(--chalk); }
.body { fill: var(--sheet); stroke: var(--ink); stroke-width: 1.4; }
.turn { stroke: var(--chalk); stroke-width: 1.3; }
.part { fill: var(--timber); stroke: var(--ink); stroke-width: 1.4; }
.done .body { fill: var(--moss); }
.done .state { color: var(--moss); }
.needs-a-look .flag { fill: var(--rust); stroke: var(--ink); }
.needs-a-look .state { color: var(--rust); }
@media (max-width: 560px) { li:not(.near) { display: none; } a { left: 6px; } }
</style>
