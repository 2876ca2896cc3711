<script setup lang="ts">
import { useStyleTag } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, nextTick, onMounted, ref } from 'vue'
import { RouterLink } from 'vue-router'

import type { Template } from '@/api/client'
import { useBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'
import TemplateSheet from './TemplateSheet.vue'

/** The templates of a bed: one is chosen, looked at, and printed at full size on sheets of paper to be joined. */
const props = defineProps<{ id: string }>()
const bed = useBed(props.id)
const trouble = ref('')
const chosen = ref(0)
const every = computed<Template[]>(() => bed.plan.value?.templates ?? [])
const one = computed(() => every.value[chosen.value])
const length = (mm: number) => typeset(printLength(mm, bed.units.value))
onMounted(async () => {
  const problem = await bed.open(['templates'])
  if (problem) trouble.value = problem.detail
})
/** Full size stands or falls with the paper: its size and margins are set here. */
useStyleTag(computed(() => `@media print { @page { size: ${one.value?.paper ?? 'A4'}; margin: 10mm; } }`))
async function print() {
  await nextTick()
  window.print()
}
const sheetsOf = (t: Template) => (t.sheets.length ? `${t.sheets.length} ${t.sheets.length === 1 ? 'sheet' : 'sheets'} of ${t.paper}` : 'too large for paper: cut it by its sizes')
</script>

<template>
  <main class="templates" aria-labelledby="templates-title">
    <div class="no-print">
      <p><RouterLink :to="{ name: 'bed', params: { id, stage: 'drain' } }">Back to the bed</RouterLink></p>
      <h1 id="templates-title">Templates at full size</h1>
      <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
      <p v-else-if="bed.plan.value && !every.length">Nothing of this bed is cut or drilled by a template: its bottom is open and nothing is lined.</p>
      <p v-else-if="!every.length" class="faint" role="status">Fetching the templates …</p>
      <fieldset v-if="every.length" class="list">
        <legend>Which one</legend>
        <label v-for="(t, n) in every" :key="t.key" class="choice" :data-template="t.key"><input v-model="chosen" type="radio" name="template" :value="n"> <strong>{{ t.name }}</strong>. {{ typeset(t.says) }} <span class="faint">{{ sheetsOf(t) }}</span></label>
      </fieldset>
      <template v-if="one?.sheets.length">
        <p>Print at 100 %, with no scaling. The line on every sheet must measure {{ length(one.check_mm) }}: lay a rule on it before you cut. Cut each sheet along its right and upper edge and lay the crosses on each other.</p>
        <n-button type="primary" data-print @click="print">Print {{ sheetsOf(one) }}</n-button>
      </template>
    </div>
    <div v-if="one" class="sheets"><TemplateSheet v-for="s in one.sheets" :key="`${one.key} ${s.name}`" :template="one" :sheet="s" :units="bed.units.value" /></div>
  </main>
</template>

<style scoped>
.templates { max-width: 1100px; margin: 0 auto; padding: 16px; height: 100%; overflow: auto; }
.list { display: grid; margin: 8px 0 12px; }
.list legend { padding: 0; font-weight: 700; }
.choice { padding: 6px 0; cursor: pointer; }
.sheets { display: flex; flex-wrap: wrap; gap: 16px; padding: 16px 0; }
@media (pointer: coarse) { .choice { min-height: 44px; align-content: center; } }
@media print { .templates { padding: 0; max-width: none; overflow: visible; height: auto; } .sheets { display: block; padding: 0; } }
</style>
