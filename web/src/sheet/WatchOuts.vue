<script setup lang="ts">
import { computed } from 'vue'

import type { WatchOut as Found } from '@/api/client'
import { useSheet } from '@/state/sheet'
import WatchOut from './WatchOut.vue'

/** The watch-outs that fields of a stage caused. */
const props = defineProps<{ stage: string; fields: string[] }>()
const { watchOuts } = useSheet()
const mine = computed<Found[]>(() => watchOuts(props.stage, props.fields))
</script>

<template>
  <ul v-if="mine.length" class="watch-outs">
    <li v-for="w in mine" :key="w.code + w.message"><WatchOut :found="w" /></li>
  </ul>
</template>

<style scoped>
.watch-outs { display: grid; gap: 4px; margin: 2px 0 6px; }
</style>
