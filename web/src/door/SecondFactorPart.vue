<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, onMounted, ref } from 'vue'

import { api, sayRefusal, type Answer, type Factor, type FactorSecret } from '@/api/client'
import { printDay } from '@/measure/print'
import CodeBox from './CodeBox.vue'
import PassphraseBox from './PassphraseBox.vue'

/** A second factor: taken with a device that shows codes, its recovery codes, given up. */
const factor = ref<Factor | null>(null)
const begun = ref<FactorSecret | null>(null)
const codes = ref<string[]>([])
const passphrase = ref('')
const code = ref('')
const trouble = ref<string | null>(null)
const since = computed(() => (factor.value?.since ? printDay(new Date(factor.value.since)) : null))
/** The secret in groups, as it is easier to type. */
const grouped = computed(() => begun.value?.secret.match(/.{1,4}/g)?.join(' ') ?? '')

async function load() {
  const answer = await api.factor()
  if (answer.ok) factor.value = answer.value
  else trouble.value = answer.problem.detail
}
async function done<T>(call: Promise<Answer<T>>, then: (value: T) => void) {
  const answer = await call
  trouble.value = answer.ok ? null : sayRefusal(answer.problem)
  if (!answer.ok) return
  passphrase.value = code.value = ''
  then(answer.value)
  await load()
}
const both = () => ({ passphrase: passphrase.value, code: code.value })
const begin = () => done(api.beginFactor(passphrase.value), (told) => { begun.value = told; codes.value = [] })
const confirm = () => done(api.confirmFactor(code.value), (told) => { codes.value = told.codes; begun.value = null })
const renew = () => done(api.renewCodes(both()), (told) => { codes.value = told.codes })
const giveUp = () => done(api.giveUpFactor(both()), () => { codes.value = [] })
onMounted(load)
</script>

<template>
  <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
  <div v-if="codes.length" class="banner calm" role="status">
    <p>Recovery codes. Each is good once in place of your device; they are shown this once. Write them down, or print them, and keep them where your device is not.</p>
    <ul class="codes figures"><li v-for="one in codes" :key="one">{{ one }}</li></ul>
  </div>
  <form v-if="begun" class="form" @submit.prevent="confirm">
    <p>Have a program that shows codes by the clock read this, or type the secret into it. Then give the code that it shows.</p>
    <svg class="qr" :viewBox="`-4 -4 ${begun.picture.size + 8} ${begun.picture.size + 8}`" role="img" aria-label="The secret as a picture to be read by a camera"><path :d="begun.picture.path" /></svg>
    <p class="figures secret">{{ grouped }}</p>
    <CodeBox id="factor-code" v-model="code" label="The code that it shows" hint="Six digits; each is good for half a minute." at-once />
    <p><n-button attr-type="submit" :disabled="!code.trim()">Ask me for it from now on</n-button></p>
  </form>
  <form v-else-if="since" class="form" @submit.prevent="giveUp">
    <p>A code is asked for at each sign-in since {{ since }}. {{ factor?.codes_left }} recovery {{ factor?.codes_left === 1 ? 'code is' : 'codes are' }} left.</p>
    <PassphraseBox id="factor-passphrase" v-model="passphrase" label="Your passphrase" />
    <CodeBox id="factor-code" v-model="code" label="The code that your device shows" hint="Or a recovery code, which is then used up." />
    <p class="acts">
      <n-button :disabled="!passphrase || !code.trim()" @click="renew">Other recovery codes</n-button>
      <n-button attr-type="submit" :disabled="!passphrase || !code.trim()">Ask me for it no more</n-button>
    </p>
  </form>
  <form v-else class="form" @submit.prevent="begin">
    <p>With a second factor, whoever learns your passphrase does not come in: a code that a device of yours shows is asked for, too.</p>
    <PassphraseBox id="factor-passphrase" v-model="passphrase" label="Your passphrase" />
    <p><n-button attr-type="submit" :disabled="!passphrase">Take one</n-button></p>
  </form>
</template>

<style scoped>
.form { display: grid; gap: 10px; max-width: 340px; }
.qr { width: 200px; background: #fff; border: 1px solid var(--rule); }
.qr path { fill: #000; }
.secret { overflow-wrap: anywhere; }
.codes { display: grid; grid-template-columns: repeat(auto-fill, minmax(290px, 1fr)); gap: 2px 16px; }
.acts { display: flex; flex-wrap: wrap; gap: 8px; }
</style>
