<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Worked } from '@/api/client'
import { useBedIfAny } from '@/bed/useBed'
import { typeset } from '@/measure/print'
import { fetchedLater } from '@/state/reached'

/** A figure that opens its working, which is fetched when the first one on the page is opened. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ text: string; worked?: Worked; of: string }>()
const EDGE = 8
const FigureNote = fetchedLater(() => import('./FigureNote.vue'))
const bed = useBedIfAny()
const at = ref<{ x: number; y: number } | null>(null)
const opens = computed(() => props.worked !== undefined || (bed !== null && !bed.hasWorkings.value))

function press(event: Event) {
  if (at.value) return close()
  const { left, bottom } = (event.currentTarget as HTMLElement).getBoundingClientRect()
  // As wide as FigureNote is at most: beside the right edge it begins further left.
  const wide = Math.min(380, window.innerWidth * 0.92)
  at.value = { x: Math.max(EDGE, Math.min(left, window.innerWidth - wide - EDGE)), y: bottom }
}
const close = () => (at.value = null)
watch([at, () => props.worked], ([open, worked]) => {
  if (open && !worked) void bed?.wantWorkings()
})
</script>

<template>
  <template v-if="opens">
    <button type="button" class="figure figures" v-bind="$attrs" :aria-expanded="at !== null" :aria-label="`${typeset(text)}, ${of}: show the working`" @click="press" @keydown.esc="close">{{ typeset(text) }}</button>
    <FigureNote v-if="at" :of="of" :worked="worked" :x="at.x" :y="at.y" @close="close" />
  </template>
  <span v-else class="figures">{{ typeset(text) }}</span>
</template>

<style scoped>
.figure { background: none; border: 0; padding: 2px 0; cursor: pointer; font-family: var(--figures); text-decoration: underline dotted var(--chalk); text-underline-offset: 4px; text-align: inherit; }
.figure:hover { color: var(--chalk); }
@media (pointer: coarse) { .figure { min-height: 44px; } }
@media print { .figure { text-decoration: none; } }
</style>
