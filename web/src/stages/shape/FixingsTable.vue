<script setup lang="ts">
import { NTable } from 'naive-ui'
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printDrill, printLength, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'

/** What fixes the parts to each other, and what was counted on the way. */
const { plan, units } = useThisBed()
const fixings = computed(() => plan.value?.fixings ?? [])
const notes = computed(() => plan.value?.notes ?? [])
</script>

<template>
  <section v-if="fixings.length" class="fixings" aria-labelledby="fixings-title">
    <h2 id="fixings-title">Fixings</h2>
    <n-table size="small" :bordered="false">
      <thead><tr><th>Joint</th><th class="right">How many</th><th>With</th><th class="right">Bite</th></tr></thead>
      <tbody>
        <tr v-for="f in fixings" :key="f.joint + f.screw + f.bite_mm" :data-joint="f.joint" :class="{ wrong: f.trouble }">
          <td>{{ f.joint }}</td>
          <td class="right"><Figure :text="String(f.count)" :worked="f.working?.count" :of="`Fixings, ${f.joint}`" /></td>
          <td>{{ typeset(f.name) }}<span v-if="f.countersink">, countersunk</span><span v-if="f.pilot_must" class="must">, pilot {{ typeset(printDrill(f.pilot_mm, units)) }} first</span></td>
          <td class="right"><Figure :text="printLength(f.bite_mm, units)" :worked="f.working?.bite_mm" :of="`Bite, ${f.joint}`" /></td>
        </tr>
      </tbody>
    </n-table>
    <dl v-if="notes.length" class="notes">
      <template v-for="n in notes" :key="n.name"><dt>{{ n.name }}</dt><dd>{{ typeset(n.words) }}</dd></template>
    </dl>
  </section>
</template>

<style scoped>
.fixings { margin-top: 16px; border-top: 1px solid var(--rule); padding-top: 8px; }
.must { font-weight: 700; }
.wrong { background: var(--rust-wash); }
.notes { display: grid; grid-template-columns: 130px minmax(0, 1fr); gap: 4px 16px; font-size: 14px; margin-top: 8px; }
.notes dt { color: var(--faint); }
@media (max-width: 560px) { .notes { grid-template-columns: 1fr; } }
</style>
