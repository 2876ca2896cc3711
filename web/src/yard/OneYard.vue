<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, onMounted, onScopeDispose, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { api } from '@/api/client'
import { useBedsOfYard } from '@/bed/useBedsOfYard'
import ConflictBox from '@/state/ConflictBox.vue'
import Later from '@/sheet/Later.vue'
import { inTurn } from '@/sheet/turns'
import TextButton from '@/sheet/TextButton.vue'
import SaveWord from '@/state/SaveWord.vue'
import { fetchedLater } from '@/state/reached'
import { useElsewhere } from '@/state/useElsewhere'
import { isAll, useChanges } from '@/state/useChanges'
import { useYard } from './useYard'
import { workOn } from './work'
import WorkLine from './WorkLine.vue'
import YardBed from './YardBed.vue'

/** One yard: its beds drawn to one scale, and beside them what they share. */
const props = defineProps<{ id: string; others: { id: string; name: string }[] }>()
const YardSheet = fetchedLater(() => import('./YardSheet.vue'))
const GroundsPart = fetchedLater(() => import('./grounds/GroundsPart.vue'))
const { beds, alone, work, loaded, trouble, gone, load, begin, stop, copy, move, remove, bringBack, mend } = useBedsOfYard()
const changes = ref(0)
const yard = useYard(props.id, () => {
  changes.value += 1
  void load(props.id)
})
const { saved, draft, kept, conflict, problems, saveState, resolve, step, canUndo, canRedo, trouble: notSaved } = yard
const router = useRouter()
const missing = ref<string | null>(null)
onMounted(async () => {
  void load(props.id)
  const problem = await yard.open()
  if (problem) missing.value = problem.status === 404 ? 'There is no such yard, or it was put away.' : problem.detail
})

/** What others do with its beds comes by itself; much at once is fetched once. */
const SOON_MS = 250
let soon: number | undefined
useChanges((changed) => {
  // What the yard shares is looked at where that is worked on, which fetches the beds anew.
  if (!isAll(changed) && !(changed.yard === props.id && changed.bed)) return
  window.clearTimeout(soon)
  soon = window.setTimeout(() => void load(props.id), SOON_MS)
})
onScopeDispose(() => window.clearTimeout(soon))

/** The beds come some at a time, the first ones one by one; those that fill a phone before what they share, which they would push down. */
const FIRST = 4
const shown = ref(0)
const more = () => {
  shown.value += Math.max(1, Math.floor(shown.value / 4))
  if (shown.value < beds.value.length) inTurn(more)
}
watch(loaded, (now) => now && inTurn(more), { immediate: true })
watch(() => beds.value.length, (count) => count > shown.value && inTurn(more))

/** What of each bed needs a look where it stands. */
const looksOnPlan = computed(() => Object.fromEntries(beds.value.map((b) => [b.id, (b.figures?.looks ?? []).filter((l) => l.stage === 'site').map((l) => l.message)])))
/** How far the work on each bed is. */
const states = computed(() => Object.fromEntries(beds.value.map((b) => [b.id, workOn(b)])))

const emit = defineEmits<{ away: [id: string, name: string] }>()
async function away() {
  if (!saved.value) return
  const answer = await api.removeYard(props.id, saved.value.revision)
  if (answer.ok) emit('away', props.id, saved.value.document.name)
  else trouble.value = answer.problem.detail
}

const ROOM = 250
const TALL = 130
const drawn = computed(() => beds.value.flatMap((b) => (b.figures ? [b.figures] : [])))
const scale = computed(() => Math.min(ROOM / Math.max(1000, ...drawn.value.map((f) => f.length_mm)), TALL / Math.max(600, ...drawn.value.map((f) => f.width_mm))))
const sign = computed(() => drawn.value[0]?.currency_sign ?? '')
const left = computed(() => beds.value.filter((b) => b.stale).length)
const start = (units: 'metric' | 'imperial') => router.push({ name: 'new', params: { yard: props.id, units } })
const elsewhere = useElsewhere(problems)
</script>

<template>
  <div>
    <p v-if="missing" class="banner" role="alert">{{ missing }} <router-link :to="{ name: 'home' }">To the yards</router-link></p>
    <div v-else class="bar no-print" :class="{ unread: !draft }">
      <n-button v-if="draft?.units !== 'imperial'" type="primary" @click="start('metric')">{{ draft?.units ? 'New bed' : 'New bed in mm' }}</n-button>
      <n-button v-else type="primary" @click="start('imperial')">New bed</n-button>
      <n-button v-if="draft?.units !== 'imperial'" @click="start('imperial')">New bed in ft and in</n-button>
      <n-button v-else @click="start('metric')">New bed in mm</n-button>
      <span class="grow" />
      <SaveWord :state="saveState" />
      <n-button quaternary :disabled="!canUndo" @click="step('undo')">Undo</n-button>
      <n-button quaternary :disabled="!canRedo" @click="step('redo')">Redo</n-button>
    </div>
    <p v-if="kept?.may === 'look'" class="banner calm" role="status">You may look at this yard, not change it.</p>
    <p v-if="trouble ?? notSaved" class="banner" role="alert">{{ trouble ?? notSaved }}</p>
    <p v-for="p in kept?.problems ?? []" :key="p.field" class="banner" role="status">{{ p.message }} “{{ p.value }}” at {{ p.field }} is passed over.</p>
    <p v-for="p in elsewhere" :key="p.field" class="banner" role="alert">{{ p.message }} You gave “{{ p.value }}”. Allowed: {{ p.allowed }}.</p>
    <ConflictBox v-if="conflict" what="yard" :clashes="conflict.clashes" :saved-at="conflict.saved.saved_at" @resolve="resolve($event as 'saved' | 'mine')" />
    <p v-if="gone" class="banner calm" role="status">“{{ gone.name }}” is deleted. <TextButton @click="bringBack">Bring it back</TextButton></p>
    <div v-if="!missing" class="two">
      <main :class="{ waits: !loaded }">
        <Later v-if="draft && loaded"><GroundsPart :yard="id" :changes="changes" :looks="looksOnPlan" :states="states" /></Later>
        <WorkLine v-if="left" :left="left" :of="beds.length" :work="work" :may="kept?.may ?? 'own'" @begin="begin" @stop="stop" />
        <p v-if="loaded && !beds.length" class="empty">No beds yet. Start one above: its size, then the saw, then the soil.</p>
        <ul class="beds" :class="{ many: beds.length > 40 }">
          <li v-for="b in beds.slice(0, shown)" :key="b.id"><YardBed :bed="b" :rests="work === 'stopped' || work === 'failed'" :scale="scale" :others="(kept?.may ?? 'own') === 'own' ? others : []" @copy="copy(b.id)" @move="move(b.id, $event)" @remove="remove(b)" @mend="(field, stock) => mend(b.id, field, stock)" /></li>
        </ul>
      </main>
      <aside v-if="draft && loaded && shown >= Math.min(FIRST, beds.length)" class="sheet no-print" aria-label="What the beds share"><Later><YardSheet :yard="id" :may="kept?.may ?? 'own'" :beds="beds" :alone="alone" :sign="sign" @away="away" /></Later></aside>
    </div>
  </div>
</template>

<style scoped>
.bar { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; padding: 10px 0; }
.unread { visibility: hidden; }
.grow { flex: 1; }
.two { display: grid; grid-template-columns: minmax(0, 58fr) minmax(0, 42fr); gap: 28px; align-items: start; }
.sheet { background: var(--sheet); border: 1px solid var(--rule); border-width: 0 0 0 1px; padding: 12px 0 12px 20px; min-width: 0; }
.empty { padding: 40px 0; }
.beds > li { border-bottom: 1px solid var(--rule); }
.beds.many > li { content-visibility: auto; contain-intrinsic-size: auto 150px; }
.waits { min-height: 100vh; }
@media (max-width: 1000px) { .two { grid-template-columns: minmax(0, 1fr); } .sheet { border-left: 0; padding: 12px 16px; } }
</style>
