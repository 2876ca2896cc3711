<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import CodeBox from './CodeBox.vue'
import DoorSheet from './DoorSheet.vue'
import PassphraseBox from './PassphraseBox.vue'
import { useSession } from './useSession'

/** Sign in, and go on where one was. */
const { session, trouble, wantsCode, signIn } = useSession()
const route = useRoute()
const router = useRouter()
const name = ref('')
const passphrase = ref('')
const code = ref('')
const busy = ref(false)
/** Only addresses of our own: what comes after one slash. */
const to = computed(() => (/^\/(?![/\\])/.test(String(route.query.to ?? '')) ? String(route.query.to) : '/'))
const first = ref<HTMLInputElement | null>(null)
onMounted(() => {
  trouble.value = null
  wantsCode.value = false
  first.value?.focus()
})

async function send() {
  busy.value = true
  const done = await signIn(name.value, passphrase.value, code.value)
  busy.value = false
  code.value = ''
  if (done) await router.replace(to.value)
  else if (!wantsCode.value) passphrase.value = ''
}
</script>

<template>
  <DoorSheet title="Who is at the gate?">
    <p v-if="session && !session.anybody" class="banner calm" role="status">Nobody has an account here yet. Whoever started Acre Box finds the link for the first one where it was started.</p>
    <form @submit.prevent="send">
      <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
      <p v-else-if="wantsCode" class="banner calm" role="status">That is right so far. This account has a second factor.</p>
      <p class="row"><label for="name">Your name here</label><input id="name" ref="first" v-model="name" class="write" autocomplete="username" autocapitalize="off" spellcheck="false" maxlength="60" required :aria-invalid="Boolean(trouble)"></p>
      <PassphraseBox id="passphrase" v-model="passphrase" label="Your passphrase" :invalid="Boolean(trouble)" />
      <CodeBox v-if="wantsCode" id="code" v-model="code" label="The code that your device shows" hint="Or one of your recovery codes, which is then used up." :invalid="Boolean(trouble)" at-once />
      <p><n-button type="primary" attr-type="submit" :loading="busy" :disabled="!name.trim() || !passphrase || (wantsCode && !code.trim())">Come in</n-button></p>
    </form>
    <p class="faint">No account yet? Somebody who owns a yard here can send you a link. Passphrase forgotten? Whoever runs Acre Box gives you another.</p>
  </DoorSheet>
</template>

<style scoped>
.row { display: grid; gap: 3px; }
</style>
