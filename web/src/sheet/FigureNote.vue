<script setup lang="ts">
import { NPopover } from 'naive-ui'

import type { Worked } from '@/api/client'
import { typeset } from '@/measure/print'

/** How a figure came about, beside it; it comes with the first figure that is opened. */
defineProps<{ of: string; worked?: Worked; x: number; y: number }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <n-popover show trigger="manual" :x="x" :y="y" placement="bottom-start" :show-arrow="false" style="max-width: min(380px, 92vw)" @clickoutside="emit('close')">
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
</template>

<style scoped>
.title { font-weight: 700; }
.sum { margin: 4px 0; font-size: 14px; overflow-wrap: anywhere; }
.small { font-size: 13px; }
</style>
