<script setup lang="ts">
import { NPopover } from 'naive-ui'
import { ref } from 'vue'

import type { Worked } from '@/api/client'
import { typeset } from '@/measure/print'

/** A figure that opens its working. */
defineOptions({ inheritAttrs: false })
defineProps<{ text: string; worked?: Worked; of: string }>()
const open = ref(false)
</script>

<template>
  <n-popover v-if="worked" v-model:show="open" trigger="click" placement="bottom-start" :show-arrow="false" style="max-width: min(380px, 92vw)">
    <template #trigger>
      <button type="button" class="figure figures" v-bind="$attrs" :aria-expanded="open" :aria-label="`${typeset(text)}, ${of}: show the working`" @keydown.esc="open = false">{{ typeset(text) }}</button>
    </template>
    <div class="working" role="note">
      <p class="title">{{ of }}</p>
      <p class="figures sum">{{ typeset(worked.working) }}</p>
      <p v-for="a in worked.assumptions" :key="a" class="small">Assumes: {{ typeset(a) }}.</p>
      <p class="small faint">Source: {{ worked.source }}.</p>
    </div>
  </n-popover>
  <span v-else class="figures">{{ typeset(text) }}</span>
</template>

<style scoped>
.figure { background: none; border: 0; padding: 2px 0; cursor: pointer; font-family: var(--figures); text-decoration: underline dotted var(--chalk); text-underline-offset: 4px; text-align: inherit; }
.figure:hover { color: var(--chalk); }
.title { font-weight: 700; }
.sum { margin: 4px 0; font-size: 14px; overflow-wrap: anywhere; }
.small { font-size: 13px; }
@media (pointer: coarse) { .figure { min-height: 44px; } }
@media print { .figure { text-decoration: none; } }
</style>
