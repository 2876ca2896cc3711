<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api } from '@/api/client'
import DoorSheet from './DoorSheet.vue'
import PassphraseBox from './PassphraseBox.vue'
import { useSession } from './useSession'

/** Take up a link: with a new account, or with the one that is signed in. */
const { session, trouble, join } = useSession()
const route = useRoute()
const router = useRouter()
const key = computed(() => route.hash.slice(1))
const name = ref('')
const passphrase = ref('')
const busy = ref(false)
onMounted(() => (trouble.value = null))

async function send() {
  busy.value = true
  const done = await join(key.value, name.value, passphrase.value)
  busy.value = false
  if (done) await router.replace('/')
}
async function accept() {
  const answer = await api.accept(key.value)
  if (answer.ok) await router.replace('/')
  else trouble.value = answer.problem.detail
}
</script>

<template>
  <DoorSheet title="You were sent a link">
    <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
    <p v-if="!key" class="banner" role="alert">This address has no link in it. Open the whole of what you were sent.</p>
    <p v-else-if="session && !session.accounts">Nobody has to sign in here. <router-link :to="{ name: 'home' }">Go to the yard</router-link></p>
    <template v-else-if="session?.name">
      <p>You are signed in as <strong>{{ session.name }}</strong>.</p>
      <p><n-button type="primary" @click="accept">Take it up as {{ session.name }}</n-button></p>
    </template>
    <form v-else-if="session" @submit.prevent="send">
      <p>{{ session.anybody ? 'Make an account to come in. The link is good once.' : 'You are the first here: what is in this house is yours from now on. The link is good once.' }}</p>
      <p class="row"><label for="name">How you want to be called here</label><input id="name" v-model="name" class="write" autocomplete="username" autocapitalize="off" spellcheck="false" maxlength="60" required></p>
      <PassphraseBox id="passphrase" v-model="passphrase" label="A passphrase" is-new :of="name" />
      <p><n-button type="primary" attr-type="submit" :loading="busy" :disabled="!name.trim() || !passphrase">Make the account and come in</n-button></p>
      <p class="faint">You have one already? <router-link :to="{ name: 'sign-in', query: { to: `/join${route.hash}` } }">Sign in first</router-link>, then take the link up.</p>
    </form>
  </DoorSheet>
</template>

<style scoped>
.row { display: grid; gap: 3px; }
</style>
