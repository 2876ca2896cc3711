<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'

import { api, type Happened } from '@/api/client'
import { printTime } from '@/measure/print'
import TextButton from '@/sheet/TextButton.vue'
import { sayHappened } from './happened'

/** What happened to one's account and in the yards that one owns, the last first. */
/** So many come at once, where there are more. */
const PAGE = 200
const rows = shallowRef<Happened[]>([])
const all = ref(true)
const trouble = ref<string | null>(null)

async function load(before?: number) {
  const answer = await api.happened(before)
  trouble.value = answer.ok ? null : answer.problem.detail
  if (!answer.ok) return
  rows.value = before === undefined ? answer.value : [...rows.value, ...answer.value]
  all.value = answer.value.length < PAGE
}
onMounted(() => load())
</script>

<template>
  <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
  <ol class="rows">
    <li v-for="one in rows" :key="one.place"><span class="faint">{{ printTime(new Date(one.at)) }}</span> {{ sayHappened(one) }} <span class="faint">from {{ one.address }}</span></li>
  </ol>
  <p v-if="!all"><TextButton @click="load(rows.at(-1)?.place)">What was before</TextButton></p>
</template>

<style scoped>
.rows { display: grid; gap: 4px; font-size: 14px; }
.faint { color: var(--faint); }
</style>
