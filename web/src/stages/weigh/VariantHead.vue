<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, type Design, type Units } from '@/api/client'
import { mainStock, titleOf, useOffers } from '@/bed/useOffers'
import { useStock } from '@/bed/useStock'
import { typeset } from '@/measure/print'

/** What makes one variant different: its construction, its height, its main stock. */
const props = defineProps<{ design: Design; units: Units; first: boolean; n: number }>()
const emit = defineEmits<{ put: [design: Design]; remove: [] }>()
const stock = useStock()
const said = ref('')
const offers = useOffers(() => props.design.units ?? props.units)
const kind = computed(() => props.design.construction.kind)
const main = computed(() => mainStock(offers.value.find((o) => o.kind === kind.value)))
const field = computed(() => main.value?.path.split('.').at(-1) ?? '')
const choices = computed(() => {
  if (!main.value) return []
  if (main.value.kind === 'sheet') return stock.value?.sheet.map((s) => ({ key: s.key, name: s.name, nominal: s.key })) ?? []
  return stock.value?.timber.filter((t) => t.use === main.value?.stock).map((t) => ({ key: t.key, name: t.name, nominal: t.nominal })) ?? []
})
const chosen = computed(() => {
  const written = String((props.design.construction as unknown as Record<string, unknown>)[field.value] ?? '')
  return choices.value.find((c) => c.key === written || c.nominal === written)?.key ?? written
})
const byCourses = computed(() => props.design.courses !== null && props.design.courses !== undefined)

async function build(next: string) {
  const result = await api.changeConstruction(props.design, next)
  said.value = ''
  if (result.ok) emit('put', { ...result.value.design, name: props.design.name })
  else said.value = result.problem.problems?.[0]?.message ?? result.problem.detail
}
function take(key: string) {
  const construction = { ...props.design.construction, [field.value]: key } as Design['construction']
  emit('put', { ...props.design, construction })
}
function tall(text: string) {
  const number = Number(text)
  emit('put', byCourses.value ? { ...props.design, courses: (text.trim() && Number.isInteger(number) ? number : text) as number } : { ...props.design, height: text })
}
</script>

<template>
  <div class="variant" :data-variant="n">
    <strong v-if="first">{{ design.name }}, as it is</strong>
    <input v-else class="write name" :value="design.name" :aria-label="`Name of variant ${n + 1}`" maxlength="80" @change="emit('put', { ...design, name: ($event.target as HTMLInputElement).value || design.name })" />
    <select class="pick" :value="kind" :disabled="first" :aria-label="`Variant ${n + 1} is built of`" @change="build(($event.target as HTMLSelectElement).value)">
      <option v-if="!offers.length" :value="kind">{{ titleOf(offers, kind) }}</option>
      <option v-for="o in offers" :key="o.kind" :value="o.kind">{{ o.title }}</option>
    </select>
    <select v-if="choices.length" class="pick" :value="chosen" :disabled="first" :aria-label="`Stock of variant ${n + 1}`" @change="take(($event.target as HTMLSelectElement).value)">
      <option v-for="c in choices" :key="c.key" :value="c.key">{{ typeset(c.name) }}</option>
    </select>
    <label class="tall">{{ byCourses ? 'courses' : 'high' }} <input class="write figures" :value="byCourses ? design.courses : design.height" :disabled="first" :aria-label="`${byCourses ? 'Courses' : 'Height'} of variant ${n + 1}`" @change="tall(($event.target as HTMLInputElement).value)" /></label>
    <button v-if="!first" type="button" class="plain" :aria-label="`Remove variant ${n + 1}`" @click="emit('remove')">Remove</button>
    <p v-if="said" class="said" role="alert">{{ said }}</p>
  </div>
</template>

<style scoped>
.variant { display: grid; gap: 4px; align-content: start; justify-items: start; font-weight: 400; color: var(--ink); font-size: 14px; }
.pick, .name { width: 100%; }
.tall { display: flex; gap: 6px; align-items: center; }
.tall input { width: 84px; }
.said { color: var(--rust); }
</style>
