<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, sayRefusal } from '@/api/client'
import { titleOf, useOffers } from '@/bed/useOffers'
import { useThisBed } from '@/bed/useBed'
import { typeset } from '@/measure/print'
import ConstructionPicker from '@/sheet/ConstructionPicker.vue'
import Question from '@/sheet/Question.vue'
import TextButton from '@/sheet/TextButton.vue'

/** Which construction; changing it keeps what still makes sense and says what was dropped. */
const { id, draft, change, units, built, valueAt } = useThisBed()
const decided = computed(() => valueAt('decided') as { reason: string; over: string[] } | null | undefined)
const offers = useOffers(() => built.value, () => units.value)
const picking = ref(false)
const dropped = ref<string[]>([])
const said = ref<string | null>(null)
const kind = computed(() => String(valueAt('construction.kind') ?? ''))

async function take(next: string) {
  if (!draft.value) return
  const result = await api.changeConstruction(draft.value, next)
  picking.value = false
  dropped.value = []
  said.value = null
  if (!result.ok) {
    said.value = sayRefusal(result.problem)
    return
  }
  dropped.value = result.value.dropped
  change(result.value.design)
}
</script>

<template>
  <Question ask="Built of">
    <p class="row"><strong>{{ titleOf(offers, kind) }}</strong> <TextButton class="no-print" :aria-expanded="picking" @click="picking = !picking">{{ picking ? 'Leave it' : 'Build it another way' }}</TextButton> <router-link class="no-print" :to="{ name: 'weigh', params: { id } }">Weigh up</router-link></p>
    <p v-if="decided" class="decided">Kept after weighing up<template v-if="decided.over?.length"> over {{ decided.over.join(', ') }}</template>: “{{ decided.reason }}”</p>
    <p v-if="said" class="said" role="alert">It cannot be built that way: {{ typeset(said) }}</p>
    <div v-if="dropped.length" class="said" role="status">
      <p>Dropped or changed on the way:</p>
      <ul><li v-for="d in dropped" :key="d">{{ typeset(d) }}</li></ul>
      <TextButton @click="dropped = []">Good</TextButton>
    </div>
  </Question>
  <ConstructionPicker v-if="picking" :units="built" :taken="kind" @take="take" />
</template>

<style scoped>
.row { display: flex; flex-wrap: wrap; gap: 2px 12px; align-items: center; min-height: 34px; }
.row > * { white-space: nowrap; }
.decided { font-size: 14px; color: var(--moss); }
.said { border-left: 4px solid var(--rust); background: var(--rust-wash); padding: 4px 10px; font-size: 14px; }
.said ul { list-style: disc; padding-left: 18px; }
</style>
