<script setup lang="ts">
import { computed } from 'vue'

import type { Group } from '@/api/client'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import { inRow } from './asked'

/** The questions of one row of a group that has any number of them, beside each other. */
const props = defineProps<{ group: Group; n: number; sign?: string }>()
const asked = computed(() => props.group.questions.map((q) => inRow(q, props.n)))
</script>

<template>
  <template v-for="q in asked" :key="q.path">
    <LengthField v-if="q.kind === 'length'" :id="q.path.replaceAll('.', '-')" :path="q.path" :label="q.label" />
    <NumberField v-else :id="q.path.replaceAll('.', '-')" :path="q.path" :label="q.label" :optional="q.optional" :decimal="q.kind === 'money'" :before="q.kind === 'money' ? sign : (q.before ?? undefined)" :after="q.after ?? undefined" :placeholder="q.optional ? 'any' : ''" />
  </template>
</template>
