<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'

import type { WatchOut } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { typeset } from '@/measure/print'
import Fold from '@/sheet/Fold.vue'
import TextButton from '@/sheet/TextButton.vue'

/** One watch-out: what was seen; opened, why it matters, what to do, and a place to accept it with a reason. */
const props = defineProps<{ found: WatchOut }>()
const { draft, edit } = useThisBed()
const reason = ref('')
const word = computed(() => (props.found.accepted ? 'accepted' : { stop: 'stop', fix: 'needs a look', note: 'note' }[props.found.level]))

function accept() {
  if (!reason.value.trim()) return
  edit('accepted', [...(draft.value?.accepted ?? []), { code: props.found.code, reason: reason.value.trim() }])
  reason.value = ''
}
function takeBack() {
  edit('accepted', (draft.value?.accepted ?? []).filter((a) => a.code !== props.found.code))
}
</script>

<template>
  <Fold class="watch-out" :class="[found.level, { accepted: found.accepted }]">
    <template #header>
      <span class="word">{{ word }}</span>
      <span>{{ typeset(found.message) }}</span>
    </template>
    <div class="more">
      <p>{{ typeset(found.why) }}</p>
      <p><strong>To do:</strong> {{ typeset(found.action) }}</p>
      <p class="faint small">Source: {{ found.source }}.</p>
      <p v-if="found.accepted">
        You accepted this: “{{ found.accepted }}”. <TextButton class="no-print" @click="takeBack">Take that back</TextButton>
      </p>
      <form v-else-if="found.level !== 'note'" class="accept no-print" @submit.prevent="accept">
        <n-input v-model:value="reason" placeholder="Your reason" :input-props="{ 'aria-label': `Reason to accept: ${found.code}`, maxlength: 500 }" />
        <n-button attr-type="submit" :disabled="!reason.trim()">Accept it</n-button>
      </form>
    </div>
  </Fold>
</template>

<style scoped>
.watch-out { border-left: 4px solid var(--rule); padding: 3px 0 3px 10px; font-size: 14px; }
.fix, .stop { border-left-color: var(--rust); background: var(--rust-wash); }
.stop { border-left-style: double; border-left-width: 8px; }
.accepted { border-left-color: var(--moss); background: none; }
/* Beside a bed's own words: smaller, and no line between one and the next. */
@media (pointer: fine) { .watch-out :deep(.head) { min-height: 28px; } }
.word { font-weight: 700; margin-right: 8px; }
.note .word { color: var(--faint); }
.fix:not(.accepted) .word, .stop:not(.accepted) .word { color: var(--rust); }
.accepted .word { color: var(--moss); }
.more { padding: 4px 8px 6px 0; display: grid; gap: 4px; }
.small { font-size: 13px; }
.accept { display: flex; gap: 8px; max-width: 420px; }
</style>
