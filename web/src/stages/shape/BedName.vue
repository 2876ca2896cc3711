<script setup lang="ts">
import { NInput } from 'naive-ui'
import { useRouter } from 'vue-router'

import { useThisBed } from '@/bed/useBed'
import { useBedsOfYard } from '@/bed/useBedsOfYard'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import TextButton from '@/sheet/TextButton.vue'

const { id, saved, draft, edit, problemAt } = useThisBed()
const yard = useBedsOfYard()
const router = useRouter()

async function copy() {
  const made = await yard.copy(id)
  if (made) void router.push({ name: 'bed', params: { id: made.id, stage: 'shape' } })
}
async function remove() {
  if (saved.value && (await yard.remove({ id, revision: saved.value.revision, name: saved.value.document.name }))) void router.push({ name: 'home' })
}
</script>

<template>
  <div class="name">
    <n-input
      :value="draft?.name ?? ''" placeholder="" class="title" :status="problemAt('name') ? 'error' : undefined"
      :input-props="{ 'aria-label': 'Name of the bed', maxlength: 80, autocomplete: 'off', 'aria-invalid': Boolean(problemAt('name')) }" @update:value="edit('name', $event)"
    />
    <TextButton class="no-print" @click="copy">Copy</TextButton>
    <TextButton class="no-print" @click="remove">Delete</TextButton>
  </div>
  <FieldTrouble path="name" />
</template>

<style scoped>
.name { display: flex; align-items: center; gap: 8px; margin-bottom: 8px; }
.title { font-weight: 700; font-size: 17px; }
</style>
