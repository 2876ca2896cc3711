<script setup lang="ts">
import type { Offer, Units } from '@/api/client'
import { useOffers } from '@/bed/useOffers'
import PlainDrawing from '@/drawing/PlainDrawing.vue'
import { frameAt } from '@/drawing/scale'

/** The constructions by picture and one plain sentence each, with what each suits and asks for. */
const props = defineProps<{ units: Units; taken?: string }>()
const emit = defineEmits<{ take: [kind: string, offer: Offer] }>()
const offered = useOffers(() => props.units)
const WIDE = 200
const scaleOf = (o: Offer) => WIDE / frameAt(o.picture, 1).right
</script>

<template>
  <p v-if="!offered.length" class="faint" role="status">Fetching the constructions …</p>
  <ul class="offers" aria-label="Constructions">
    <li v-for="o in offered" :key="o.kind">
      <button type="button" class="offer" :aria-pressed="o.kind === taken" :data-kind="o.kind" @click="emit('take', o.kind, o)">
        <span class="picture"><PlainDrawing :view="o.picture" :scale="scaleOf(o)" :name="`offer-${o.kind}`" /></span>
        <span class="words">
          <strong>{{ o.title }}</strong>
          <span>{{ o.sentence }}</span>
          <span class="small"><b>Suits:</b> {{ o.suits }}</span>
          <span class="small"><b>Asks for:</b> {{ o.asks }}</span>
        </span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.offers > li { border-top: 1px solid var(--rule); }
.offer { width: 100%; display: grid; grid-template-columns: 210px minmax(0, 1fr); gap: 16px; align-items: center; text-align: left; background: none; border: 0; border-left: 4px solid transparent; padding: 10px 8px; cursor: pointer; }
.offer:hover, .offer[aria-pressed='true'] { border-left-color: var(--chalk); background: var(--chalk-wash); }
.words { display: grid; gap: 2px; }
.small { font-size: 13px; }
@media (max-width: 560px) { .offer { grid-template-columns: minmax(0, 1fr); } }
</style>
