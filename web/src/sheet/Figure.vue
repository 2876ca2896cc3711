<script setup lang="ts">
import { NPopover } from 'naive-ui'
import { computed, ref, watch } from 'vue'

import type { Worked } from '@/api/client'
import { useBedIfAny } from '@/bed/useBed'
import { typeset } from '@/measure/print'

/** A figure that opens its working, which is fetched when the first one on the page is opened. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ text: string; worked?: Worked; of: string }>()
const bed = useBedIfAny()
const open = ref(false)
const opens = computed(() => props.worked !== undefined || (bed !== null && !bed.hasWorkings.value))
watch([open, () => props.worked], ([isOpen, worked]) => {
  if (isOpen && !worked) void bed?.wantWorkings()
})
</script>

<template>
  <n-popover v-if="opens" v-model:show="open" trigger="click" placement="bottom-start" :show-arrow="false" style="max-width: min(380px, 92vw)">
    <template #trigger>
      <button type="button" class="figure figures" v-bind="$attrs" :aria-expanded="open" :aria-label="`${typeset(text)}, ${of}: show the working`" @keydown.esc="open = false">{{ typeset(text) }}</button>
    </template>
    <div class="working" role="note">
      <p class="title">{{ of }}</p>
      <template v-if="worked">
        <p class="figures sum">{{ typeset(worked.working) }}</p>
        <p v-for="a in worked.assumptions" :key="a" class="small">Assumes: {{ typeset(a) }}.</p>
        <p class="small faint">Source: {{ worked.source }}.</p>
      </template>
      <p v-else class="small faint" role="status">Fetching the working …</p>
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
