<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Question from '@/sheet/Question.vue'

/** The sides that get a bench. */
defineProps<{ sides: { value: string; text: string }[] }>()
const { edit, valueAt } = useThisBed()
const chosen = computed(() => (valueAt('add_ons.seats.sides') as string[] | undefined) ?? [])
const toggle = (name: string) => edit('add_ons.seats.sides', chosen.value.includes(name) ? chosen.value.filter((s) => s !== name) : [...chosen.value, name])
</script>

<template>
  <Question ask="On the sides">
    <span class="sides">
      <label v-for="s in sides" :key="s.value"><input type="checkbox" class="tick" :checked="chosen.includes(s.value)" :aria-label="`Bench on ${s.text}`" @change="toggle(s.value)" /> {{ s.text }}</label>
    </span>
    <FieldTrouble path="add_ons.seats.sides" prefix />
  </Question>
</template>

<style scoped>
.sides { display: flex; flex-wrap: wrap; gap: 2px 14px; }
label { display: inline-flex; gap: 6px; align-items: center; min-height: 34px; }
</style>
