<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import ChoiceField from '@/sheet/ChoiceField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'

/** A bed hung on a wall: which side, what is above, what must stay reachable. */
defineProps<{ asked: Asked; stage: string }>()
const { edit, plan, units, valueAt } = useThisBed()
const hung = computed(() => Boolean(valueAt('construction.hung')))
const hatch = computed(() => Boolean(valueAt('construction.hung.hatch')))
const sides = computed(() => plan.value?.outside.sides.map((s) => ({ value: s.name, text: s.name })) ?? [])
const first = computed(() => (plan.value?.outside.rectangle ? 'back' : 'side 1'))
const some = computed(() => (units.value === 'metric' ? { start: '600 mm', width: '400 mm' } : { start: '2 ft', width: '16 in' }))
</script>

<template>
  <Question id="hung" :ask="asked.ask">
    <label class="yes"><input id="hung" type="checkbox" class="tick" :checked="hung" @change="edit('construction.hung', hung ? undefined : { side: first })" /> its back posts bolted to a wall</label>
  </Question>
  <template v-if="hung">
    <Question id="hung-side" ask="Side at the wall"><ChoiceField id="hung-side" path="construction.hung.side" label="Side at the wall" :options="sides" /></Question>
    <Question id="obstacle" ask="Above it, from" hint="The height of a sill, a vent or a tap that must stay free.">
      <LengthField id="obstacle" path="construction.hung.obstacle" label="Height of what is above" optional placeholder="nothing" />
    </Question>
    <Question id="hatch" ask="A hatch in the wall">
      <label class="yes"><input id="hatch" type="checkbox" class="tick" :checked="hatch" @change="edit('construction.hung.hatch', hatch ? undefined : some)" /> must stay clear of posts</label>
      <div v-if="hatch" class="two">
        <label for="hatch-start">From the left</label><LengthField id="hatch-start" path="construction.hung.hatch.start" label="Hatch, from the left" />
        <label for="hatch-width">Wide</label><LengthField id="hatch-width" path="construction.hung.hatch.width" label="Hatch, wide" />
      </div>
      <FieldTrouble path="construction.hung.hatch" />
      <WatchOuts :stage="stage" :fields="['construction.hung.hatch']" />
    </Question>
  </template>
</template>

<style scoped>
.yes { display: flex; gap: 8px; align-items: center; min-height: 34px; }
.two { display: grid; grid-template-columns: auto 1fr; gap: 4px 12px; align-items: center; }
</style>
