<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'

import { api, type Layer, type Recipe } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { useWhenSeen } from '@/bed/useWhenSeen'
import { printLength, printMoney, printWeight, typeset } from '@/measure/print'
import TextButton from '@/sheet/TextButton.vue'

/** Recipes as this bed would have them, what each costs, weighs and leaves for roots; one's own are kept by the yard. */
const { id, yard, draft, plan, units, edit } = useThisBed()
const { found, trouble, again } = useWhenSeen(null, (design) => api.recipes(design, { bed: id }))
const sign = computed(() => plan.value?.currency_sign ?? '')
const name = ref('')
const said = ref('')
const wrong = ref('')
const now = computed(() => JSON.stringify(draft.value?.fill?.layers ?? null))
const taken = (r: Recipe) => now.value === JSON.stringify(r.layers)

function take(r: Recipe) {
  edit('fill.layers', r.layers)
  said.value = `Filled as ${r.name}. Undo brings back what was there.`
}
async function keep() {
  wrong.value = ''
  const layers = draft.value?.fill?.layers as Layer[] | undefined
  if (!yard.value || !layers?.length) return
  if (!name.value.trim()) return void (wrong.value = 'Name it first.')
  const answer = await api.keepRecipe(yard.value, name.value.trim(), layers)
  if (!answer.ok) return void (wrong.value = answer.problem.problems?.map((p) => `${p.message} Allowed: ${p.allowed}.`).join(' ') || answer.problem.detail)
  said.value = `${name.value.trim()} is kept for all beds of this yard.`
  name.value = ''
  again()
}
async function drop(r: Recipe) {
  if (!yard.value) return
  const answer = await api.dropRecipe(yard.value, r.name)
  if (answer.ok) again()
  else wrong.value = answer.problem.detail
}
</script>

<template>
  <div class="recipes">
    <p v-if="found === null && !trouble.length" class="faint" role="status">Reckoning what each would come to …</p>
    <p v-for="t in trouble" :key="t.message" class="faint">{{ typeset(t.message) }}</p>
    <ul v-if="found">
      <li v-for="r in found" :key="r.key" :data-recipe="r.key" :class="{ unlike: !r.suits }">
        <div class="what">
          <strong>{{ r.name }}</strong><span v-if="r.own" class="faint"> your own</span>
          <span class="says">{{ r.says }}</span>
          <span v-if="r.trouble" class="faint figures">{{ typeset(r.trouble) }}</span>
          <span v-else class="figures comes">{{ printMoney(r.cost ?? 0, sign) }} · {{ typeset(printWeight(r.wet_kg ?? 0, units)) }} wet · {{ typeset(printLength(r.roots_mm ?? 0, units)) }} for roots</span>
        </div>
        <div class="do no-print">
          <n-button size="small" :disabled="Boolean(r.trouble) || taken(r)" :aria-label="`Fill as ${r.name}`" @click="take(r)">{{ taken(r) ? 'filled so' : 'Fill so' }}</n-button>
          <TextButton v-if="r.own" :aria-label="`Take ${r.name} off the list`" @click="drop(r)">off the list</TextButton>
        </div>
      </li>
    </ul>
    <div v-if="yard" class="keep no-print">
      <n-input v-model:value="name" class="name" placeholder="A name" :input-props="{ id: 'recipe-name', 'aria-label': 'Name of the recipe', maxlength: 60, autocomplete: 'off' }" @keydown.enter="keep" />
      <n-button size="small" :disabled="!draft?.fill?.layers?.length" @click="keep">Keep these layers as a recipe</n-button>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="said" class="faint" role="status">{{ said }}</p>
  </div>
</template>

<style scoped>
li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 4px 12px; align-items: start; border-top: 1px solid var(--rule); padding: 6px 0; }
.what { display: grid; }
.says { font-size: 14px; }
.comes { font-size: 13px; }
.unlike .says { color: var(--faint); }
.do { display: grid; justify-items: end; gap: 2px; }
.keep { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; padding: 8px 0 2px; border-top: 1px solid var(--rule); }
.name { max-width: 200px; }
.wrong { color: var(--rust); font-size: 14px; }
</style>
