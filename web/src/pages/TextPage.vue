<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, type Design, type FieldProblem } from '@/api/client'
import { typeset } from '@/measure/print'

/** A bed as text, for one that cannot be read or built any more: whatever is wrong with it can be put right here. */
const props = defineProps<{ id: string }>()
const router = useRouter()
const text = ref('')
const name = ref('')
const trouble = ref<string | null>(null)
const problems = ref<FieldProblem[]>([])
let revision = 0

onMounted(async () => {
  const answer = await api.bed(props.id)
  if (!answer.ok) {
    trouble.value = answer.problem.detail
    return
  }
  revision = answer.value.revision
  name.value = answer.value.design.name
  problems.value = answer.value.problems
  text.value = JSON.stringify(answer.value.design, null, 2)
})

async function save() {
  trouble.value = null
  problems.value = []
  let design: Design
  try {
    design = JSON.parse(text.value) as Design
  } catch (reason) {
    trouble.value = `This is not JSON: ${(reason as Error).message}`
    return
  }
  const answer = await api.change(props.id, revision, design)
  if (answer.ok) void router.push({ name: 'bed', params: { id: props.id, stage: 'shape' } })
  else if (answer.problem.problems?.length) problems.value = answer.problem.problems
  else trouble.value = answer.problem.status === 412 ? 'It was changed elsewhere meanwhile; open it again.' : answer.problem.detail
}
</script>

<template>
  <main class="text">
    <p><router-link :to="{ name: 'home' }">Back to the yard</router-link></p>
    <h1>{{ name || 'A bed' }}, as text</h1>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <p v-for="p in problems" :key="p.field" class="wrong" role="alert"><strong>{{ p.field }}:</strong> {{ typeset(p.message) }} Given: “{{ typeset(p.value) }}”. Allowed: {{ typeset(p.allowed) }}.</p>
    <n-input v-model:value="text" type="textarea" :autosize="{ minRows: 16, maxRows: 34 }" :input-props="{ 'aria-label': 'The bed as text', spellcheck: false }" class="figures" />
    <n-button type="primary" @click="save">Save it</n-button>
  </main>
</template>

<style scoped>
.text { max-width: 860px; margin: 0 auto; padding: 16px 24px 40px; display: grid; gap: 10px; justify-items: start; }
.wrong { background: var(--rust-wash); border-left: 4px solid var(--rust); padding: 6px 10px; width: 100%; overflow-wrap: anywhere; }
</style>
