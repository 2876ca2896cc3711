<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, shallowRef } from 'vue'

import { api, type Strength } from '@/api/client'

/** How hard a passphrase is to guess, while it is typed: asked of the server, which keeps nothing of it. */
const props = defineProps<{ passphrase: string; name: string }>()
const found = shallowRef<Strength | null>(null)
const PAUSE_MS = 300
const MOST = 4
const HOW = ['Very easy to guess', 'Easy to guess', 'Still too easy to guess', 'Hard to guess', 'Very hard to guess'] as const

watchDebounced(() => [props.passphrase, props.name] as const, async ([passphrase, name]) => {
  if (!passphrase) {
    found.value = null
    return
  }
  const answer = await api.passphraseStrength({ passphrase, name })
  // What was typed meanwhile is asked for by itself.
  if (props.passphrase === passphrase && props.name === name) found.value = answer.ok ? answer.value : null
}, { debounce: PAUSE_MS })

/** From where on a meter is good: all of it for what is taken, none of it for what is not. */
const good = computed(() => (found.value?.taken ? 0 : MOST - 0.5))
const says = computed(() => {
  if (!found.value) return ''
  const { missing, why, score } = found.value
  const how = HOW[score] ?? ''
  if (missing) return `${missing} more ${missing === 1 ? 'character is' : 'characters are'} needed.`
  return why ? `${how}: ${why}.` : `${how}.`
})
</script>

<template>
  <span class="strength" role="status" aria-label="How good it is">
    <template v-if="found">
      <meter min="0" :max="MOST" :low="good" :high="good" :optimum="MOST" :value="found.score" aria-hidden="true" />
      {{ says }}
    </template>
  </span>
</template>

<style scoped>
.strength { display: flex; gap: 8px; align-items: center; font-size: 14px; min-height: 1.5em; }
meter { inline-size: 90px; flex: none; }
</style>
