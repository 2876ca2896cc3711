<script setup lang="ts">
import { onMounted } from 'vue'
import { useRouter } from 'vue-router'

import { api, type Design, type Offer, type Units } from '@/api/client'
import { useBedsOfYard } from '@/bed/useBedsOfYard'
import ConstructionPicker from '@/sheet/ConstructionPicker.vue'

/** A new bed begins with what it is built of. */
const props = defineProps<{ yard: string; units: Units }>()
const { beds, trouble, load, make } = useBedsOfYard()
const router = useRouter()
const ofYard = api.yard(props.yard)
onMounted(() => load(props.yard))

function freeName() {
  const taken = beds.value.map((b) => b.name)
  return ['New bed', ...taken.map((_, n) => `New bed ${n + 2}`)].find((n) => !taken.includes(n)) ?? 'New bed'
}
/** What the yard says anyway is left to it. */
async function start(_: string, offer: Offer) {
  const design: Design = { ...(offer.design as Design), name: freeName() }
  const there = await ofYard
  if (there.ok && there.value.yard.units === props.units) delete design.units
  const made = await make(design, props.yard)
  if (made) void router.push({ name: 'bed', params: { id: made.id, stage: 'shape' } })
}
</script>

<template>
  <main class="new">
    <p><router-link :to="{ name: 'yard', params: { id: yard } }">Back to the yard</router-link></p>
    <h1>What is the new bed built of?</h1>
    <p class="faint">All of it can be changed later, this too.</p>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <ConstructionPicker :units="units" @take="start" />
  </main>
</template>

<style scoped>
.new { max-width: 860px; margin: 0 auto; padding: 16px 24px 40px; }
h1 { margin-top: 8px; }
</style>
