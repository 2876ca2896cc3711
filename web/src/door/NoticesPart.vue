<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'

import { api, type Happened } from '@/api/client'
import { printTime } from '@/measure/print'
import { useChanges } from '@/state/useChanges'
import TextButton from '@/sheet/TextButton.vue'
import { sayHappened } from './happened'

/** What happened to one's account that one has not read yet. */
const news = shallowRef<Happened[]>([])
async function load() {
  const answer = await api.notices()
  if (answer.ok) news.value = answer.value
}
onMounted(load)
useChanges((changed) => {
  if (!changed.yard) void load()
})
async function read() {
  const last = news.value.at(-1)
  if (last && (await api.readNotices(last.place)).ok) news.value = []
}
</script>

<template>
  <div v-if="news.length" class="banner" role="status" aria-labelledby="news-title">
    <h2 id="news-title">This happened to your account</h2>
    <ul>
      <li v-for="one in news" :key="one.place">{{ sayHappened(one) }}, {{ printTime(new Date(one.at)) }}, from {{ one.address }}.</li>
    </ul>
    <p>Was it not you? Change your passphrase below: all other browsers are signed out. <TextButton @click="read">I have read it</TextButton></p>
  </div>
</template>

<style scoped>
ul { display: grid; gap: 4px; padding: 4px 0; }
</style>
