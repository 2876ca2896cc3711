<script setup lang="ts">
import type { FieldProblem } from '@/api/client'
import { typeset } from '@/measure/print'

/** What is wrong with something asked for at once, which is no field of a document: the value given and what is allowed;
    `named`, its field too. */
defineProps<{ wrong: FieldProblem[]; named?: boolean }>()
</script>

<template>
  <div role="alert">
    <p v-for="p in wrong" :key="p.field" class="wrong"><strong>{{ typeset(p.message) }}</strong> You gave “{{ typeset(p.value) }}”{{ named ? ` for ${p.field.replaceAll('.', ', ')}` : '' }}. Allowed: {{ typeset(p.allowed) }}.</p>
  </div>
</template>

<style scoped>
.wrong { background: var(--rust-wash); border-left: 4px solid var(--rust); padding: 6px 10px; margin: 4px 0; font-size: 14px; overflow-wrap: anywhere; }
</style>
