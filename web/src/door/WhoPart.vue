<script setup lang="ts">
import { NButton } from 'naive-ui'
import { ref } from 'vue'

import { api, sayRefusal } from '@/api/client'
import Fold from '@/sheet/Fold.vue'
import BrowsersPart from './BrowsersPart.vue'
import HappenedPart from './HappenedPart.vue'
import LeavePart from './LeavePart.vue'
import PassphraseBox from './PassphraseBox.vue'
import SecondFactorPart from './SecondFactorPart.vue'
import { useSession } from './useSession'

/** Who is signed in: sign out, here or elsewhere, what happened, another passphrase. */
const { session, trouble, signOut } = useSession()
const old = ref('')
const fresh = ref('')
const shown = ref(false)
const said = ref<string | null>(null)

async function change() {
  said.value = null
  trouble.value = null
  const answer = await api.changePassphrase(old.value, fresh.value)
  if (answer.ok) {
    said.value = 'Changed. All other browsers are signed out.'
    old.value = fresh.value = ''
  } else trouble.value = sayRefusal(answer.problem)
}
</script>

<template>
  <section v-if="session?.name" aria-labelledby="who-title">
    <h2 id="who-title">You are {{ session.name }}</h2>
    <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
    <p v-if="said" class="banner calm" role="status">{{ said }}</p>
    <p><n-button @click="signOut">Sign out</n-button></p>
    <Fold title="Where you are signed in"><BrowsersPart /></Fold>
    <Fold title="What happened"><HappenedPart /></Fold>
    <Fold title="A second factor"><SecondFactorPart /></Fold>
    <Fold title="Another passphrase">
      <form class="form" @submit.prevent="change">
        <PassphraseBox id="old" v-model="old" v-model:shown="shown" label="As it is now" />
        <PassphraseBox id="new" v-model="fresh" v-model:shown="shown" label="As it is to be" is-new />
        <p><n-button attr-type="submit" :disabled="!old || !fresh">Change it</n-button></p>
      </form>
    </Fold>
    <Fold title="Your data, and leaving"><LeavePart /></Fold>
  </section>
</template>

<style scoped>
section { padding: 10px 0; border-top: 1px solid var(--rule); }
.form { display: grid; gap: 10px; max-width: 320px; }
</style>
