<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import Question from '@/sheet/Question.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'

/** Sides typed one by one as they are walked, the bed on the left hand; the last one closes by itself. */
defineProps<{ asked: Asked; stage: string }>()
const { edit, plan, units, valueAt } = useThisBed()
const { startOf } = useSheet()
const sides = computed(() => (valueAt('outline.sides') as { length: string; corner: number }[] | undefined) ?? [])
const closing = computed(() => plan.value?.outside?.sides[sides.value.length])

const start = computed(() => startOf('outline.sides.0'))
const add = () => edit('outline.sides', [...sides.value, start.value])
const remove = (n: number) => edit('outline.sides', sides.value.filter((_, at) => at !== n))
</script>

<template>
  <Question v-for="n in sides.keys()" :id="`side-${n}`" :key="n" :ask="`Side ${n + 1}`">
    <div class="row">
      <LengthField :id="`side-${n}`" :path="`outline.sides.${n}.length`" :label="`Side ${n + 1}`" />
      <NumberField :id="`corner-${n}`" :path="`outline.sides.${n}.corner`" :label="`Corner after side ${n + 1}, degrees inside the bed`" before="then a corner of" after="°" />
      <TextButton v-if="sides.length > 2" :aria-label="`Remove side ${n + 1}`" @click="remove(n)">Remove</TextButton>
    </div>
  </Question>
  <Question ask="Back to the start" hint="90° is square, 270° turns the other way. The last side closes the outline by itself.">
    <span class="figures">{{ closing ? typeset(printLength(closing.outside_mm, units)) : 'closes by itself' }}</span>
    <n-button size="small" class="more no-print" :disabled="!start" @click="add">One more side</n-button>
  </Question>
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 4px 12px; align-items: start; }
.more { margin-left: 12px; }
</style>
