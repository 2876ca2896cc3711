<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'

import { api, type SignedIn } from '@/api/client'
import { printDay, printTime } from '@/measure/print'
import TextButton from '@/sheet/TextButton.vue'

/** Where one is signed in; each can be ended from here. */
const browsers = shallowRef<SignedIn[]>([])
const trouble = ref<string | null>(null)

async function load() {
  const answer = await api.browsers()
  trouble.value = answer.ok ? null : answer.problem.detail
  if (answer.ok) browsers.value = answer.value
}
async function end(one: SignedIn) {
  const answer = await api.endBrowser(one.id)
  await load()
  if (!answer.ok) trouble.value = answer.problem.detail
}
onMounted(load)
</script>

<template>
  <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
  <ul class="browsers">
    <li v-for="one in browsers" :key="one.id">
      <span :title="one.agent"><strong>{{ one.browser }}</strong><template v-if="one.here"> (this one)</template>, from {{ one.address }}; since {{ printDay(new Date(one.since)) }}, last used {{ printTime(new Date(one.used)) }}</span>
      <TextButton v-if="!one.here" :aria-label="`Sign out ${one.browser} from ${one.address}`" @click="end(one)">Sign it out</TextButton>
    </li>
  </ul>
</template>

<style scoped>
.browsers { display: grid; gap: 4px; }
.browsers li { display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; min-height: 34px; }
</style>
