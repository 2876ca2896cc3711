<script setup lang="ts">
import { computed } from 'vue'

import type { BedsOfYard, StoredYard } from '@/api/client'
import TextButton from '@/sheet/TextButton.vue'

/** How many beds of a yard are not worked out yet, and what can be done about it. */
const props = defineProps<{ left: number; of: number; work: BedsOfYard['work']; may: StoredYard['may'] }>()
const emit = defineEmits<{ begin: []; stop: [] }>()
const beds = computed(() => `${props.left} of ${props.of} ${props.of === 1 ? 'bed' : 'beds'}`)
const SAYS = { waiting: 'are being worked out …', doing: 'are being worked out …', stopping: 'are left; it stops after the one that it is at.', stopped: 'are not worked out: it was stopped.', failed: 'are not worked out: something went wrong.' }
</script>

<template>
  <p class="faint" role="status">
    {{ beds }} {{ SAYS[work ?? 'doing'] }}
    <template v-if="may !== 'look'">
      <TextButton v-if="work === 'waiting' || work === 'doing'" @click="emit('stop')">Stop</TextButton>
      <TextButton v-else-if="work === 'stopped' || work === 'failed'" @click="emit('begin')">Work them out</TextButton>
    </template>
  </p>
</template>
