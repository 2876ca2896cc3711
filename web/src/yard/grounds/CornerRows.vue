<script setup lang="ts">
import { computed } from 'vue'

import FieldTrouble from '@/sheet/FieldTrouble.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'
import CornerRow from './CornerRow.vue'

/** Corners in the order in which one walks round or along something. */
const props = defineProps<{ path: string; of: string; names: string[]; fewest: number; most?: number }>()
const { edit, valueAt } = useSheet()
const corners = computed(() => (valueAt(props.path) as unknown[] | undefined) ?? [])
const add = () => edit(props.path, [...corners.value, { by: 'xy', x: '', y: '' }])
</script>

<template>
  <div class="corners">
    <CornerRow v-for="(_, n) in corners" :key="n" :path="`${path}.${n}`" :label="`${of}, corner ${n + 1}`" :names="names" :more="corners.length > fewest" @remove="edit(path, corners.filter((_c, at) => at !== n))" />
    <TextButton v-if="!most || corners.length < most" :aria-label="`Another corner of ${of}`" @click="add">Another corner</TextButton>
    <FieldTrouble :path="path" />
  </div>
</template>
