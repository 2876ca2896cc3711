<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import FlatPiece from './FlatPiece.vue'
import RollAsCut from './RollAsCut.vue'
import WayAbove from './WayAbove.vue'

/** What is cut for the lining: the way it goes, every piece flat with its sizes, and how they lie on their rolls. */
const { plan, units } = useThisBed()
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const line = computed(() => plan.value?.lining)
</script>

<template>
  <div ref="box" class="flat">
    <template v-if="line?.pieces.length">
      <WayAbove :width="width" />
      <p class="key faint">dashed: folded · dotted: stapled · rust: slit</p>
      <FlatPiece v-for="(p, n) in line.pieces" :key="n" :piece="p" :number="n" :units="units" :width="width" />
      <h2>Off the roll</h2>
      <RollAsCut v-for="(t, n) in line.materials" :key="n" :taken="t" :pieces="line.pieces" :units="units" :width="width" />
    </template>
    <p v-else class="faint">Nothing is lined: choose on the sheet what lies against walls and floor.</p>
  </div>
</template>

<style scoped>
.flat { padding-bottom: 12px; }
.flat :deep(figure) { padding: 4px 0 8px; }
.flat :deep(figcaption) { font-size: 14px; }
.flat :deep(svg) { display: block; max-width: 100%; height: auto; }
.key { font-size: 13px; }
h2 { margin-top: 6px; }
</style>
