<script setup lang="ts">
import { NButton } from 'naive-ui'
import { onMounted, ref } from 'vue'

import { api, sayRefusal } from '@/api/client'
import CodeBox from './CodeBox.vue'
import PassphraseBox from './PassphraseBox.vue'
import { useSession } from './useSession'

/** Taking out what is one's own, and leaving. */
const { session, signedOut } = useSession()
const hasFactor = ref(false)
const name = ref('')
const passphrase = ref('')
const code = ref('')
const trouble = ref<string | null>(null)
onMounted(async () => {
  const answer = await api.factor()
  hasFactor.value = answer.ok && answer.value.since !== null
})

async function leave() {
  const answer = await api.leave({ name: name.value, passphrase: passphrase.value, code: code.value })
  if (answer.ok) await signedOut()
  else trouble.value = sayRefusal(answer.problem)
}
</script>

<template>
  <p><a href="/api/account/data" download>Take out everything that is yours</a>: your yards, beds, readings and what happened, as one file of plain text in folders.</p>
  <form class="form" @submit.prevent="leave">
    <p><strong>Leave for good.</strong> Your account is taken away, and your yards with every bed in them, also for those with whom you share them. Nobody can bring them back.</p>
    <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
    <p class="row"><label for="leave-name">Your name here, {{ session?.name }}, to be sure</label><input id="leave-name" v-model="name" class="write" autocomplete="off" autocapitalize="off" spellcheck="false" maxlength="60"></p>
    <PassphraseBox id="leave-passphrase" v-model="passphrase" label="Your passphrase" />
    <CodeBox v-if="hasFactor" id="leave-code" v-model="code" label="The code that your device shows" hint="Or a recovery code." />
    <p><n-button attr-type="submit" type="error" ghost :disabled="name !== session?.name || !passphrase || (hasFactor && !code.trim())">Leave, and take it all away</n-button></p>
  </form>
</template>

<style scoped>
.form { display: grid; gap: 10px; max-width: 340px; margin-top: 14px; }
.row { display: grid; gap: 3px; }
</style>
