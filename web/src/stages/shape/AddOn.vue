<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import Question from '@/sheet/Question.vue'

/** One add-on: a box to tick, and its own questions once it is there. */
const props = defineProps<{ name: string; ask: string; says: string; start: object }>()
const { edit, valueAt } = useThisBed()
const path = computed(() => `add_ons.${props.name}`)
const there = computed(() => Boolean(valueAt(path.value)))
</script>

<template>
  <Question :id="`add-${name}`" :ask="ask">
    <label class="yes"><input :id="`add-${name}`" type="checkbox" class="tick" :checked="there" @change="edit(path, there ? undefined : start)" /> {{ says }}</label>
    <FieldTrouble :path="path" />
  </Question>
  <div v-if="there" class="asks"><slot /></div>
</template>

<style scoped>
.yes { display: flex; gap: 8px; align-items: center; min-height: 34px; }
.asks { border-left: 2px solid var(--rule); padding-left: 12px; margin-bottom: 6px; }
@media (pointer: coarse) { .yes { min-height: 44px; } }
</style>
