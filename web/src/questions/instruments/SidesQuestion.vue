<script setup lang="ts">
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Question from '@/sheet/Question.vue'
import TickBox from '@/sheet/TickBox.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import { useSheet } from '@/state/sheet'

/** Some of the bed's sides, each with a box. */
const props = defineProps<{ asked: Asked; stage: string }>()
const { edit, sides, valueAt } = useSheet()
const chosen = computed(() => (valueAt(props.asked.path) as string[] | undefined) ?? [])
const toggle = (name: string) => edit(props.asked.path, chosen.value.includes(name) ? chosen.value.filter((s) => s !== name) : [...chosen.value, name])
</script>

<template>
  <Question :ask="asked.ask" :hint="asked.hint ?? undefined">
    <span class="sides"><TickBox v-for="s in sides" :key="s" :done="chosen.includes(s)" :label="`${asked.label} ${s}`" @tick="toggle(s)">{{ s }}</TickBox></span>
    <FieldTrouble :path="asked.path" prefix />
    <WatchOuts :stage="stage" :fields="asked.watch ?? []" />
  </Question>
</template>

<style scoped>
.sides { display: flex; flex-wrap: wrap; gap: 2px 14px; min-height: 34px; align-items: center; }
</style>
