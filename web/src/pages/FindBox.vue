<script setup lang="ts">
import { NButton, NInput, NModal } from 'naive-ui'
import { computed, ref, watch } from 'vue'

import { useThisBed } from '@/bed/useBed'

/** Light up a piece by its label, on the drawing and in the lists. */
const open = defineModel<boolean>('open', { required: true })
const { alsoShow, plan, pointed } = useThisBed()
const typed = ref('')
const wanted = computed(() => typed.value.trim().toUpperCase())
const labels = computed(() => new Set(plan.value?.parts?.map((p) => p.label)))
watch(open, (on) => void alsoShow('parts', on), { immediate: true })
const there = computed(() => [...labels.value].some((label) => label === wanted.value || label.replace(/\d+$/, '') === wanted.value))
function show() {
  if (!there.value) return
  pointed.value = wanted.value
  open.value = false
}
</script>

<template>
  <n-modal v-model:show="open" :auto-focus="true" close-on-esc>
    <form class="find" role="dialog" aria-modal="true" aria-labelledby="find-title" @submit.prevent="show">
      <h2 id="find-title">Find a piece</h2>
      <n-input v-model:value="typed" placeholder="A, or A3" :input-props="{ 'aria-label': 'Letter of the piece, or letter and number', autocomplete: 'off' }" />
      <p v-if="wanted && !there" role="status">No piece is called {{ wanted }}.</p>
      <n-button attr-type="submit" :disabled="!there">Light it up</n-button>
    </form>
  </n-modal>
</template>

<style scoped>
.find { background: var(--sheet); color: var(--ink); border: 2px solid var(--ink); padding: 16px 20px; display: grid; gap: 10px; justify-items: start; width: min(340px, 92vw); }
</style>
