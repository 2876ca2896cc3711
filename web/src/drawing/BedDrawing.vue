<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import ViewDrawing from './ViewDrawing.vue'

/** The bed itself, always there: plan above, section below. */
const { plan, pointed, units } = useThisBed()
const paper = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(paper)
const room = computed(() => ({ width: Math.max(280, width.value || 700), height: Math.max(420, height.value || 640) }))
</script>

<template>
  <div ref="paper" class="paper">
    <template v-if="plan">
      <ViewDrawing name="plan" title="Plan from above" :view="plan.drawings.plan" :units="units" :width="room.width" :most="room.height * 0.56" :pointed="pointed" @point="pointed = $event" />
      <ViewDrawing name="section" title="Section across, between posts" :view="plan.drawings.section" :units="units" :width="room.width" :most="room.height * 0.44" :pointed="pointed" @point="pointed = $event" />
    </template>
  </div>
</template>

<style scoped>
.paper { height: 100%; min-height: 420px; display: flex; flex-direction: column; justify-content: center; overflow: hidden; }
@media print { .paper { height: auto; min-height: 0; display: block; overflow: visible; } }
</style>
