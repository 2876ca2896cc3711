<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'

import { api, type Answer, type Invited, type Person } from '@/api/client'
import { printDay } from '@/measure/print'
import TextButton from '@/sheet/TextButton.vue'
import { useSession } from './useSession'

/** Who may look at this yard or work in it; links that let more people in. */
const props = defineProps<{ yard: string; may: 'look' | 'work' | 'own' }>()
const { session } = useSession()
const router = useRouter()
const people = shallowRef<Person[]>([])
const links = shallowRef<Invited[]>([])
const link = ref<string | null>(null)
const copied = ref(false)
const trouble = ref<string | null>(null)
const SAYS = { look: 'may look', work: 'may work in it', own: 'owns it' }
const owns = computed(() => props.may === 'own')

function take<T>(answer: Answer<T>, put: (value: T) => void) {
  trouble.value = answer.ok ? null : answer.problem.detail
  if (answer.ok) put(answer.value)
}
async function load() {
  take(await api.people(props.yard), (value) => (people.value = value))
  if (owns.value) take(await api.invitations(props.yard), (value) => (links.value = value))
}
onMounted(load)

async function let_(person: Person, may: string) {
  take(await api.letDo(props.yard, person.id, may as 'look' | 'work'), (value) => (people.value = value))
}
async function letGo(person: Person) {
  const own = person.id === session.value?.id
  take(await api.letGo(props.yard, person.id), () => void (own ? router.push({ name: 'home' }) : load()))
}
async function invite(may: 'look' | 'work') {
  copied.value = false
  take(await api.invite(props.yard, may), (value) => (link.value = `${location.origin}/join#${value.key}`))
  await load()
}
async function withdraw(one: Invited) {
  link.value = null
  take(await api.withdraw(props.yard, one.id), () => void load())
}
async function copy() {
  if (link.value) copied.value = await navigator.clipboard.writeText(link.value).then(() => true, () => false)
}
</script>

<template>
  <section aria-labelledby="people-title">
    <h2 id="people-title">Who comes into this yard</h2>
    <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
    <ul class="people">
      <li v-for="p in people" :key="p.id">
        <strong>{{ p.name }}</strong><span v-if="p.id === session?.id"> (you)</span>
        <select v-if="owns && p.may !== 'own'" class="pick" :aria-label="`What ${p.name} may do`" :value="p.may" @change="let_(p, ($event.target as HTMLSelectElement).value)">
          <option value="look">may look</option>
          <option value="work">may work in it</option>
        </select>
        <span v-else> {{ SAYS[p.may] }}</span>
        <TextButton v-if="p.may !== 'own' && (owns || p.id === session?.id)" @click="letGo(p)">{{ p.id === session?.id ? 'Leave it' : 'Share it no more' }}</TextButton>
      </li>
    </ul>
    <template v-if="owns">
      <p class="ask"><n-button @click="invite('work')">A link for somebody to work here</n-button> <n-button @click="invite('look')">A link for somebody to look</n-button></p>
      <div v-if="link" class="banner calm" role="status">
        <label for="link">Send this to one person. It is shown this once, and is good once.</label>
        <input id="link" class="write wide" readonly :value="link" @focus="($event.target as HTMLInputElement).select()">
        <TextButton @click="copy">{{ copied ? 'Copied' : 'Copy it' }}</TextButton>
      </div>
      <ul v-if="links.length" class="people faint">
        <li v-for="one in links" :key="one.id">A link to {{ one.may === 'work' ? 'work here' : 'look' }}, not used yet, good until {{ printDay(new Date(one.good_until)) }} <TextButton @click="withdraw(one)">Withdraw it</TextButton></li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
section { padding: 10px 0; border-top: 1px solid var(--rule); }
.people { display: grid; gap: 4px; }
.people li { display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; min-height: 34px; }
.ask { display: flex; flex-wrap: wrap; gap: 8px; padding: 8px 0; }
.wide { width: 100%; }
</style>
