<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import TextButton from '@/sheet/TextButton.vue'

/** The named numbers of the bed, as a builder would write them on the wall; those that stand elsewhere on the sheet are left out. */
const { plan, edit } = useThisBed()
const ELSEWHERE = ['area_outside', 'volume_outside', 'weight_full', 'stands_out']
const rows = computed(() => Object.entries(plan.value?.facts ?? {}).filter(([key]) => !ELSEWHERE.includes(key)))
</script>

<template>
  <template v-for="[key, fact] in rows" :key="key">
    <dt>{{ fact.title }}</dt>
    <dd :data-fact="key"><Figure :text="typeset(fact.text)" :worked="fact" :of="fact.title" /> <TextButton v-if="fact.field" class="no-print" :aria-label="`make it so: ${fact.title}, ${typeset(fact.text)}`" @click="edit(fact.field, fact.to)">make it so</TextButton></dd>
  </template>
</template>

<style scoped>
dt, dd { min-height: 32px; align-content: center; }
dt { color: var(--faint); }
</style>
