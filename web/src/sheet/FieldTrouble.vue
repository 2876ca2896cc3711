<script setup lang="ts">
import { computed } from 'vue'

import { useSheet } from '@/state/sheet'
import { typeset } from '@/measure/print'

/** What is wrong with a field: the value given and what is allowed. */
const props = defineProps<{ path: string; prefix?: boolean }>()
const { root = '', problems } = useSheet()
const mine = computed(() => problems.value.filter((p) => p.field === props.path || (props.prefix && p.field.startsWith(`${props.path}.`))))
</script>

<template>
  <div role="alert">
    <p v-for="p in mine" :id="`wrong-${root}${p.field}`" :key="p.field" class="wrong">
      <strong>{{ typeset(p.message) }}</strong> You gave “{{ typeset(p.value) }}”. Allowed: {{ typeset(p.allowed) }}.
    </p>
  </div>
</template>

<style scoped>
.wrong { background: var(--rust-wash); color: var(--ink); border-left: 4px solid var(--rust); padding: 6px 10px; margin: 4px 0; font-size: 14px; overflow-wrap: anywhere; }
</style>
