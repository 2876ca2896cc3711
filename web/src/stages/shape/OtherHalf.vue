<script setup lang="ts">
import { computed, ref } from 'vue'

import { api } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import TextButton from '@/sheet/TextButton.vue'

/** What was cut in two makes two beds: the other half becomes one with a press, and both pay half. */
const { draft, plan, yard, valueAt, edit } = useThisBed()
const cut = computed(() => Boolean(plan.value?.facts.tanks))
const made = ref<{ id: string; name: string } | null>(null)
const said = ref<string | null>(null)

async function make() {
  if (!draft.value) return
  said.value = null
  const half = await api.otherHalf(draft.value)
  if (!half.ok) {
    said.value = half.problem.detail
    return
  }
  if (!half.value) return
  const bed = await api.make(half.value, yard.value)
  if (!bed.ok) {
    said.value = bed.problem.detail
    return
  }
  made.value = { id: bed.value.id, name: bed.value.design.name }
  if (valueAt('construction.halves') !== 'both') edit('construction.halves', 'both')
}
</script>

<template>
  <p v-if="cut" class="no-print">
    <span v-if="made" role="status">“{{ made.name }}” is in the yard: <router-link :to="{ name: 'bed', params: { id: made.id, stage: 'shape' } }">look at it</router-link>. Each pays half.</span>
    <TextButton v-else data-other-half @click="make">Make a bed of the other half too</TextButton>
    <span v-if="said" role="alert">{{ said }}</span>
  </p>
</template>
