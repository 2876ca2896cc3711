<script setup lang="ts">
import { waiting } from './outbox'
import type { SaveState } from './useSaving'

/** Whether the server has what is on the screen, and how much waits to be sent. */
defineProps<{ state?: SaveState }>()
const WORDS: Record<SaveState, string> = { saved: 'saved', saving: 'saving …', held: 'not saved: see below', offline: 'not saved: no server', stale: 'changed elsewhere', looking: 'only looking' }
</script>

<template>
  <span v-if="state" class="save" :class="state" role="status">{{ WORDS[state] }}</span>
  <span v-if="waiting" class="waits" role="status">{{ waiting }} to send</span>
</template>

<style scoped>
.save { font-size: 13px; color: var(--moss); min-width: 62px; text-align: right; }
.save.saving { color: var(--faint); }
.save.held, .save.offline, .save.stale, .save.looking { color: var(--rust); font-weight: 700; }
.waits { font-size: 13px; color: var(--rust); white-space: nowrap; }
</style>
