<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, onMounted, onScopeDispose, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'

import { api, type StoredYard } from '@/api/client'
import { lastYard } from '@/bed/useBedsOfYard'
import NoticesPart from '@/door/NoticesPart.vue'
import { useSession } from '@/door/useSession'
import Later from '@/sheet/Later.vue'
import TextButton from '@/sheet/TextButton.vue'
import { untilReached } from '@/state/reached'
import SaveWord from '@/state/SaveWord.vue'
import { useChanges } from '@/state/useChanges'
import { useLight } from '@/theme/useLight'
import OneYard from './OneYard.vue'

/** The yards, one of them open: the one asked for, else the one looked at last. */
const props = defineProps<{ id: string | null }>()
const { inSun } = useLight()
const { session } = useSession()
const router = useRouter()
const yards = shallowRef<StoredYard[]>([])
const trouble = ref<string | null>(null)
const shown = computed(() => props.id ?? yards.value.find((y) => y.id === lastYard())?.id ?? yards.value[0]?.id ?? null)

/** Where a bed can be moved to. */
const others = computed(() => yards.value.filter((y) => y.id !== shown.value).map((y) => ({ id: y.id, name: y.yard.name })))

let left = false
onScopeDispose(() => (left = true))
async function load() {
  const answer = await untilReached(api.yards, (detail) => (trouble.value = detail), () => left)
  if (answer.ok) yards.value = answer.value
  else trouble.value = answer.problem.detail
}
onMounted(load)
// Yards come, go and are named anew elsewhere, too.
useChanges((changed) => {
  if (!changed.bed) void load()
})

/** The yard put away last, for as long as it can be brought back with one press. */
const gone = ref<{ id: string; name: string } | null>(null)
async function putAway(id: string, name: string) {
  gone.value = { id, name }
  await load()
  await router.push({ name: 'home' })
}
async function bringBack() {
  const there = gone.value
  if (!there) return
  const answer = await api.restoreYard(there.id)
  if (!answer.ok) {
    trouble.value = answer.problem.detail
    return
  }
  gone.value = null
  await load()
  await router.push({ name: 'yard', params: { id: there.id } })
}

const go = (id: string) => (id === 'new' ? another() : router.push({ name: 'yard', params: { id } }))
async function another() {
  const answer = await api.makeYard({ name: `Yard ${yards.value.length + 1}` })
  if (!answer.ok) {
    trouble.value = answer.problem.detail
    return
  }
  yards.value = [...yards.value, answer.value]
  await router.push({ name: 'yard', params: { id: answer.value.id } })
}
</script>

<template>
  <div class="yard">
    <header class="head">
      <h1>Acre Box</h1>
      <select v-if="shown" class="pick" aria-label="Yard" :value="shown" @change="go(($event.target as HTMLSelectElement).value)">
        <option v-for="y in yards" :key="y.id" :value="y.id">{{ y.yard.name }}</option>
        <option value="new">another yard …</option>
      </select>
      <span class="grow" />
      <SaveWord />
      <Later><n-button quaternary :aria-pressed="inSun" @click="inSun = !inSun">Sunlight</n-button></Later>
    </header>
    <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
    <p v-if="gone" class="banner calm" role="status">“{{ gone.name }}” is put away. <TextButton @click="bringBack">Bring it back</TextButton></p>
    <NoticesPart v-if="session?.name" />
    <Later v-if="shown" :key="shown"><OneYard :id="shown" :others="others" @away="putAway" /></Later>
  </div>
</template>

<style scoped>
.yard { max-width: 1240px; margin: 0 auto; padding: 0 24px 40px; }
.head { display: flex; flex-wrap: wrap; align-items: center; gap: 8px 16px; padding: 12px 0; min-height: 59px; border-bottom: 2px solid var(--ink); }
.head h1 { font-size: 24px; }
.pick { font-weight: 700; max-width: 300px; }
.grow { flex: 1; }
@media (max-width: 560px) { .yard { padding: 0 16px 40px; } }
</style>
