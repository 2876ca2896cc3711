<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import ChoiceField from '@/sheet/ChoiceField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import TickBox from '@/sheet/TickBox.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import { useSheet } from '@/state/sheet'

/** A bed hung on a wall: which side, what is above, what must stay reachable. */
defineProps<{ asked: Asked; stage: string }>()
const { edit, sides: names, startOf, valueAt } = useSheet()
const hung = computed(() => Boolean(valueAt('construction.hung')))
const hatch = computed(() => Boolean(valueAt('construction.hung.hatch')))
const sides = computed(() => names.value.map((name) => ({ value: name, text: name })))
/** Nothing can be hung before the plan says on which sides. */
const start = computed(() => startOf('construction.hung'))
const hatchStart = computed(() => startOf('construction.hung.hatch'))
</script>

<template>
  <Question :ask="asked.ask">
    <TickBox id="hung" class="yes" :done="hung" :disabled="!hung && !start" label="Hung on a wall: its back posts bolted to a wall" @tick="edit('construction.hung', $event ? start : undefined)">its back posts bolted to a wall</TickBox>
  </Question>
  <template v-if="hung">
    <Question id="hung-side" ask="Side at the wall"><ChoiceField id="hung-side" path="construction.hung.side" label="Side at the wall" :options="sides" /></Question>
    <Question id="obstacle" ask="Above it, from" hint="The height of a sill, a vent or a tap that must stay free.">
      <LengthField id="obstacle" path="construction.hung.obstacle" label="Height of what is above" optional placeholder="nothing" />
    </Question>
    <Question ask="A hatch in the wall">
      <TickBox id="hatch" class="yes" :done="hatch" :disabled="!hatch && !hatchStart" label="A hatch in the wall must stay clear of posts" @tick="edit('construction.hung.hatch', $event ? hatchStart : undefined)">must stay clear of posts</TickBox>
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
.yes { min-height: 34px; align-items: center; }
.two { display: grid; grid-template-columns: auto 1fr; gap: 4px 12px; align-items: center; }
</style>
