<script setup lang="ts">
import { NButton } from 'naive-ui'
import { onMounted } from 'vue'
import { useRouter } from 'vue-router'

import { useYard } from '@/bed/useYard'
import { useLight } from '@/theme/useLight'
import YardBed from './YardBed.vue'

/** Every bed of the yard, drawn to one scale. */
const { beds, loaded, trouble, gone, load, copy, remove, bringBack } = useYard()
const { inSun } = useLight()
const router = useRouter()

onMounted(load)

const start = (units: 'metric' | 'imperial') => router.push({ name: 'new', params: { units } })
</script>

<template>
  <div class="yard">
    <header class="head">
      <h1>Acre Box</h1>
      <p class="faint">The yard</p>
      <span class="grow" />
      <n-button @click="start('metric')">New bed in mm</n-button>
      <n-button @click="start('imperial')">New bed in ft and in</n-button>
      <n-button :aria-pressed="inSun" @click="inSun = !inSun">Sunlight</n-button>
    </header>
    <main>
      <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
      <p v-if="gone" class="banner calm" role="status">“{{ gone.name }}” is deleted. <button type="button" class="plain" @click="bringBack">Bring it back</button></p>
      <p v-if="loaded && !beds.length" class="empty">No beds yet. Start one above: its size, then the saw, then the soil.</p>
      <ul class="beds">
        <li v-for="b in beds" :key="b.id"><YardBed :bed="b" :all="beds" @copy="copy(b.id)" @remove="remove(b)" /></li>
      </ul>
    </main>
  </div>
</template>

<style scoped>
.yard { max-width: 1160px; margin: 0 auto; padding: 0 24px 40px; }
.head { display: flex; flex-wrap: wrap; align-items: baseline; gap: 8px 12px; padding: 14px 0 12px; border-bottom: 2px solid var(--ink); }
.head h1 { font-size: 24px; }
.grow { flex: 1; }
.banner { border-left: 4px solid var(--rust); background: var(--rust-wash); padding: 6px 10px; margin-top: 8px; }
.banner.calm { border-color: var(--chalk); background: var(--chalk-wash); }
.empty { padding: 40px 0; }
.beds > li { border-bottom: 1px solid var(--rule); }
@media (max-width: 560px) { .yard { padding: 0 16px 40px; } .head .faint { display: none; } }
</style>
