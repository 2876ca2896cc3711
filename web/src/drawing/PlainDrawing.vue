<script setup lang="ts">
import { computed } from 'vue'

import type { View } from '@/api/client'
import Hatches from './Hatches.vue'
import { hatchOf, svgPath } from './hatch'
import { frameAt } from './scale'

/** A view at a given scale [px a mm] without dimensions, for lists of beds and pictures of choices. */
const props = defineProps<{ view: View; scale: number; name: string }>()
const frame = computed(() => frameAt(props.view, props.scale))
</script>

<template>
  <svg :width="frame.right + 1" :height="frame.bottom + 1" :viewBox="`0 0 ${frame.right + 1} ${frame.bottom + 1}`" aria-hidden="true">
    <Hatches :prefix="name" />
    <path v-for="(s, n) in view.shapes" :key="n" :d="svgPath(s, frame)" fill-rule="evenodd" :fill="hatchOf(name, s)" class="shape" />
  </svg>
</template>

<style scoped>
svg { max-width: 100%; height: auto; }
.shape { stroke: var(--ink); stroke-width: 0.8; }
</style>
