<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { grouped, printWeight, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'

/** How it goes in: open or closed, load by load, what feeds the straw, until it is mulched. */
const { plan, units } = useThisBed()
const tipping = computed(() => plan.value?.tipping)
const nitrogen = computed(() => plan.value?.nitrogen)
const HOUR = 60
const long = computed(() => {
  const minutes = tipping.value?.minutes ?? 0
  return minutes < 1.5 * HOUR ? `${grouped(minutes, 0)} min` : `${grouped(minutes / HOUR, 1)} hours`
})
const feeds = computed(() => typeset((nitrogen.value?.feeds ?? []).map((f) => f.says).join(', or ')))
</script>

<template>
  <section v-if="tipping" class="tipping" aria-labelledby="tipping-title">
    <h2 id="tipping-title">How it goes in</h2>
    <p><Figure :text="`${tipping.loads} barrow loads, ${long}`" :worked="tipping.working?.minutes" of="Time with the barrow" />; <Figure :text="printWeight(tipping.brought_kg, units)" :worked="tipping.working?.brought_kg" of="Weight as it is brought" /> to move as it is brought.</p>
    <p data-end>{{ typeset(tipping.says) }}</p>
    <ol class="order">
      <li v-for="(step, n) in tipping.order" :key="step.words"><span class="figures">{{ n + 1 }}</span><span>{{ typeset(step.words) }}</span></li>
    </ol>
    <div v-if="nitrogen?.feeds.length" class="feed" data-nitrogen>
      <h3>Nitrogen for what is fresh</h3>
      <p><Figure :text="nitrogen.says" :worked="nitrogen.working?.grams" of="Nitrogen" /> is what it takes in its first year. {{ feeds }} gives it.</p>
      <p v-for="w in [...nitrogen.when, ...nitrogen.instead]" :key="w.words">{{ typeset(w.words) }}</p>
    </div>
  </section>
</template>

<style scoped>
.tipping { margin-top: 16px; border-top: 1px solid var(--rule); padding-top: 8px; }
.order li { display: grid; grid-template-columns: 22px minmax(0, 1fr); gap: 6px; padding: 3px 0; }
.feed { border-left: 2px solid var(--rule); padding-left: 12px; margin-top: 6px; }
h3 { font-size: 15px; line-height: 24px; }
</style>
