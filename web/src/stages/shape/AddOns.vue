<script setup lang="ts">
import { computed } from 'vue'

import { useQuestions } from '@/questions/useQuestions'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import AddOn from './AddOn.vue'

/** What can be added to a bed of any construction. */
const { groups } = useQuestions('bed')
const mine = computed(() => groups.value.filter((g) => g.optional && g.stage === 'shape'))
</script>

<template>
  <h2 class="head">Added to it</h2>
  <AddOn v-for="g in mine" :key="g.key" :group="g" />
  <WatchOuts stage="shape" :fields="['add_ons']" />
  <FieldTrouble path="add_ons" />
</template>

<style scoped>
.head { margin-top: 12px; border-top: 1px solid var(--rule); padding-top: 8px; }
</style>
