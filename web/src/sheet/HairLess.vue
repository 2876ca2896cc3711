<script setup lang="ts">
import { NButton } from 'naive-ui'
import { useElementVisibility } from '@vueuse/core'
import { onScopeDispose, ref, watch } from 'vue'

import { api, type Fit } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { typeset } from '@/measure/print'

/** What a hair less or more would save: asked for once somebody looks, and again when the bed has changed. */
const { id, draft, plan, units, edit } = useThisBed()
const found = ref<Fit[] | null>(null)
const section = ref<HTMLElement | null>(null)
const inSight = useElementVisibility(section)
const SETTLE_MS = 400
let timer: number | undefined
let asked: unknown = null

async function ask() {
  const of = plan.value
  if (!draft.value || !of || asked === of) return
  const answer = await api.fits(draft.value, { bed: id, shown: units.value })
  if (of !== plan.value) return
  asked = of
  found.value = answer.ok ? answer.value : []
}
watch([plan, inSight], ([, seen]) => {
  window.clearTimeout(timer)
  if (seen) timer = window.setTimeout(ask, found.value === null ? 0 : SETTLE_MS)
}, { immediate: true })
onScopeDispose(() => window.clearTimeout(timer))
</script>

<template>
  <section ref="section" class="hair no-print" aria-labelledby="hair-title">
    <h2 id="hair-title">What a hair would change</h2>
    <p v-if="found === null" class="faint" role="status">Trying small changes of size …</p>
    <p v-else-if="!found.length" class="faint">No small change of a size would save anything.</p>
    <ul v-else>
      <li v-for="f in found" :key="f.field" :data-fit="f.field">
        <n-button size="small" class="do" @click="edit(f.field, f.to)">Take it</n-button>
        <span>{{ typeset(f.words) }}<span v-if="f.changes.length" class="faint">; {{ typeset(f.changes.join(', ')) }}</span></span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.hair { margin-top: 16px; border-top: 1px solid var(--rule); padding-top: 8px; }
.hair ul { list-style: none; margin: 0; padding: 0; }
.hair li { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 4px 12px; align-items: start; padding: 3px 0; }
@media (pointer: coarse) { .do { min-height: 44px; } }
</style>
