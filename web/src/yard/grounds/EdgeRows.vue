<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'

import type { Units } from '@/api/client'
import TextButton from '@/sheet/TextButton.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import { useSheet } from '@/state/sheet'
import CornerRows from './CornerRows.vue'

/** The edge of the yard: begun as long and wide as it is, then corner by corner. */
const props = defineProps<{ units: Units }>()
const { edit, valueAt } = useSheet()
const there = computed(() => Boolean(valueAt('outline')))
const [long, deep] = [ref(''), ref('')]
const example = computed(() => (props.units === 'metric' ? ['16 m', '12 m'] : ["52'", "40'"]))
function draw() {
  const [l, d] = [long.value.trim() || example.value[0], deep.value.trim() || example.value[1]]
  edit('outline', [{ x: 0, y: 0 }, { x: l, y: 0 }, { x: l, y: d }, { x: 0, y: d }].map((c) => ({ by: 'xy', ...c })))
}
</script>

<template>
  <div v-if="!there" class="begin">
    <label for="yard-long">To the right</label><n-input v-model:value="long" :placeholder="example[0]" class="box" :input-props="{ id: 'yard-long', 'aria-label': 'How far the yard goes to the right', autocomplete: 'off' }" />
    <label for="yard-deep">Up the plan</label><n-input v-model:value="deep" :placeholder="example[1]" class="box" :input-props="{ id: 'yard-deep', 'aria-label': 'How far the yard goes up the plan', autocomplete: 'off' }" />
    <n-button type="primary" @click="draw">Draw the yard</n-button>
    <FieldTrouble path="outline" />
  </div>
  <div v-else>
    <CornerRows path="outline" of="The edge" :names="[]" :fewest="3" />
    <TextButton @click="edit('outline', undefined)">Take the edge away</TextButton>
  </div>
</template>

<style scoped>
.begin { display: flex; flex-wrap: wrap; gap: 6px 10px; align-items: center; }
.box { width: 110px; font-family: var(--figures); }
</style>
