<script setup lang="ts">
import { computed, watch } from 'vue'

import type { Worked } from '@/api/client'
import { useStages } from '@/bed/useStages'
import { useThisBed } from '@/bed/useBed'
import { typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import WatchOut from '@/sheet/WatchOut.vue'

/** A stage without a sheet of its own: its watch-outs, and every figure of its chapters with its working. */
const props = defineProps<{ stage: string }>()
const { plan, wantWorkings } = useThisBed()
const stages = useStages()
const here = computed(() => stages.value.find((s) => s.key === props.stage))
const watchOuts = computed(() => plan.value?.watch_outs.filter((w) => w.stage === props.stage) ?? [])

interface Row { name: string; worked: Worked }
const figures = computed<Row[]>(() => {
  const whole = (plan.value ?? {}) as unknown as Record<string, { working?: Record<string, Worked> } | null>
  return (here.value?.chapters ?? []).flatMap((key) => Object.entries(whole[key]?.working ?? {}).map(([name, worked]) => ({ name: name.replaceAll('_', ' '), worked })))
})
watch(plan, () => void wantWorkings(), { immediate: true })
const print = (w: Worked) => `${Number(w.amount.toFixed(2))} ${w.unit}`.trim()
</script>

<template>
  <section v-if="here" :aria-label="here.name">
    <h2>{{ here.name }}</h2>
    <p class="faint">{{ here.says }}</p>
    <WatchOut v-for="w in watchOuts" :key="w.code + w.message" :found="w" />
    <dl class="figures">
      <template v-for="f in figures" :key="f.name"><dt>{{ f.name }}</dt><dd><Figure :text="typeset(print(f.worked))" :worked="f.worked" :of="f.name" /></dd></template>
    </dl>
  </section>
</template>

<style scoped>
.figures { display: grid; grid-template-columns: 150px minmax(0, 1fr); gap: 4px 16px; margin-top: 8px; }
</style>
