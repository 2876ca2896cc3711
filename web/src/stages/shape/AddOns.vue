<script setup lang="ts">
import { computed } from 'vue'

import { useOffers } from '@/bed/useOffers'
import AddOn from '@/questions/AddOn.vue'
import { useQuestions } from '@/questions/useQuestions'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import { useSheet } from '@/state/sheet'

/** What can be added to the bed. */
const { groups } = useQuestions('bed')
const { units, built, valueAt } = useSheet()
const offers = useOffers(() => built.value, () => units.value)
const takes = computed(() => offers.value.find((o) => o.kind === valueAt('construction.kind'))?.takes)
/** Those that can be fixed to what it is built of, and those that it has. */
const mine = computed(() => groups.value.filter((g) => g.optional && g.stage === 'shape' && (!takes.value || takes.value.includes(g.key) || valueAt(g.path))))
</script>

<template>
  <h2 v-if="mine.length" class="head">Added to it</h2>
  <AddOn v-for="g in mine" :key="g.key" :group="g" />
  <WatchOuts stage="shape" :fields="['add_ons']" />
  <FieldTrouble path="add_ons" />
</template>

<style scoped>
.head { margin-top: 12px; border-top: 1px solid var(--rule); padding-top: 8px; }
</style>
