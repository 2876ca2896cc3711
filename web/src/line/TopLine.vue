<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed, nextTick } from 'vue'
import { useRouter } from 'vue-router'

import { useThisBed } from '@/bed/useBed'
import { useBedsOfYard } from '@/bed/useBedsOfYard'
import SaveWord from '@/state/SaveWord.vue'
import { useLight } from '@/theme/useLight'
import StringLine from './StringLine.vue'

/** The top of the page: which bed, the line with its pegs, and how it is shown. */
const props = defineProps<{ stage: string }>()
const { id, yard, draft, showOther, units, plan, step, canUndo, canRedo, saveState, wantWorkings } = useThisBed()
const { beds } = useBedsOfYard()
const emit = defineEmits<{ keys: [] }>()
const { inSun } = useLight()
const router = useRouter()

const others = computed(() => beds.value.filter((b) => b.id !== id))

function go(to: string) {
  void router.push(to === 'yard' ? { name: 'home' } : { name: 'bed', params: { id: to, stage: props.stage } })
}
async function print() {
  await wantWorkings()
  await nextTick()
  window.print()
}
defineExpose({ print })
</script>

<template>
  <header class="top no-print">
    <div class="where">
      <router-link :to="yard ? { name: 'yard', params: { id: yard } } : { name: 'home' }" class="yard">Yard</router-link>
      <select class="pick beds" aria-label="Bed" :value="id" @change="go(($event.target as HTMLSelectElement).value)">
        <option :value="id">{{ draft?.name ?? '…' }}</option>
        <option v-for="b in others" :key="b.id" :value="b.id">{{ b.name }}</option>
      </select>
    </div>
    <StringLine :stage="stage" />
    <div class="how">
      <SaveWord :state="saveState" />
      <n-button quaternary size="small" class="act" :disabled="!canUndo" @click="step('undo')">Undo</n-button>
      <n-button quaternary size="small" class="act" :disabled="!canRedo" @click="step('redo')">Redo</n-button>
      <n-button quaternary size="small" class="act" :disabled="!plan" :title="units === 'metric' ? 'Shown in millimetres and litres; press for feet and inches' : 'Shown in feet and inches; press for millimetres'" @click="showOther">{{ units === 'metric' ? 'mm · L' : 'ft in' }}</n-button>
      <n-button quaternary size="small" class="act" :aria-pressed="inSun" @click="inSun = !inSun">Sunlight</n-button>
      <n-button quaternary size="small" class="act" @click="print">Print</n-button>
      <n-button quaternary size="small" class="act keys" aria-label="Keys" @click="emit('keys')">?</n-button>
    </div>
  </header>
</template>

<style scoped>
.top { display: grid; grid-template-columns: auto minmax(0, 1fr) auto; gap: 12px; align-items: center; padding: 0 16px; border-bottom: 1px solid var(--rule); }
.where, .how { display: flex; align-items: center; gap: 8px; }
.yard { font-weight: 700; padding: 8px 4px; display: inline-grid; }
.beds { width: 190px; font-weight: 700; border-color: var(--rule); }
.act { padding: 0 6px; border-bottom: 1px solid var(--rule); }
.act.n-button--disabled { border-bottom-color: transparent; }
.act[aria-pressed='true'] { background: var(--chalk-wash); }
@media (max-width: 1100px) {
  .top { grid-template-columns: 1fr auto; padding: 4px 12px; gap: 2px 12px; }
  .line { grid-column: 1 / -1; grid-row: 2; }
}
@media (max-width: 560px) {
  .top { grid-template-columns: minmax(0, 1fr); }
  .beds { flex: 1; width: auto; min-width: 0; }
  .keys { display: none; }
  .how { flex-wrap: wrap; gap: 0 4px; }
  .line { grid-row: auto; }
}
@media (pointer: coarse) { .act, .yard { align-content: center; min-height: 44px; min-width: 44px; } }
</style>
