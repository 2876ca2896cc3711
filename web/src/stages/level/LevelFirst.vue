<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { useStages } from '@/bed/useStages'
import TextButton from '@/sheet/TextButton.vue'

/** Asked on every stage after Level until it is recorded: are the corners square, is the first course true, does it stand level? */
const props = defineProps<{ stage: string }>()
const { id, plan, ticked, tick } = useThisBed()
const stages = useStages()
const place = (key: string) => stages.value.findIndex((s) => s.key === key)
const open = computed(() => (plan.value?.ticks ?? []).filter((t) => t.kind === 'true' && t.words && !ticked.value.has(`true/${t.key}`)))
const asked = computed(() => place('level') >= 0 && place(props.stage) > place('level') && open.value.length > 0)
const record = () => open.value.forEach((p) => void tick('true', p.key, true))
</script>

<template>
  <p v-if="asked" class="banner calm no-print" role="status" data-level-first>
    Not recorded yet: that {{ open.map((p) => p.words).join(' and ') }}. Everything above stands on it.
    <router-link :to="{ name: 'bed', params: { id, stage: 'level' } }">To Level</router-link>
    <TextButton @click="record">I checked it: record it</TextButton>
  </p>
</template>

<style scoped>
a { margin-right: 12px; }
</style>
