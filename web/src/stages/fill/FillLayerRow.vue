<script setup lang="ts">
import { computed } from 'vue'

import type { FillLayer, Layer } from '@/api/client'
import { useStock } from '@/bed/useStock'
import { useThisBed } from '@/bed/useBed'
import { asTyped, printLength, printMoney, printVolume, printWeight } from '@/measure/print'
import ChoiceField from '@/sheet/ChoiceField.vue'
import Figure from '@/sheet/Figure.vue'
import TickBox from '@/sheet/TickBox.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'

const props = defineProps<{ n: number; layer: Layer; placed?: FillLayer; last: number; tickKey: string }>()
const emit = defineEmits<{ remove: []; move: [by: number] }>()
const { edit, units, plan, ticked, tick, pointed } = useThisBed()
const stock = useStock()

const path = computed(() => `fill.layers.${props.n}`)
const materials = computed(() => stock.value?.fill.map((f) => ({ value: f.key, text: f.name })) ?? [])
const material = computed(() => stock.value?.fill.find((f) => f.key === props.layer.material))
const byDepth = computed(() => props.layer.depth !== undefined && props.layer.depth !== null)
const bags = computed(() => material.value?.bags?.map((b) => ({ value: String(b.size), text: `bags of ${b.size}` })) ?? [])
const ways = computed(() => [
  { value: 'cheaper', text: 'whichever is cheaper' },
  ...(bags.value.length ? [{ value: 'bags', text: 'in bags' }] : []),
  ...(material.value?.bulk ? [{ value: 'bulk', text: 'as a load' }] : []),
])
const sign = computed(() => plan.value?.currency_sign ?? '')
const volume = (litres: number) => printVolume(litres, units.value)
const isDone = computed(() => ticked.value.has(`fill/${props.tickKey}`))

const { startOf } = useSheet()
const usualShare = computed(() => (startOf('fill.layers.0') as { share?: number } | undefined)?.share)
function by(way: string) {
  const bare: Layer = { ...props.layer }
  delete bare.depth
  delete bare.share
  edit(path.value, way === 'depth' ? { ...bare, depth: asTyped(printLength(props.placed?.depth_mm ?? 100, units.value)) } : { ...bare, share: usualShare.value })
}
/** Another material is sold in other bags, and perhaps not loose. */
const another = (key: string) => edit(path.value, { material: key, ...(byDepth.value ? { depth: props.layer.depth } : { share: props.layer.share }) })
</script>

<template>
  <div class="layer" :data-layer="layer.material" @mouseenter="pointed = `layer ${n}`" @mouseleave="pointed = null">
    <div class="asked">
      <TickBox class="laid" :done="isDone" :label="`Layer ${n + 1} is in`" @tick="tick('fill', tickKey, $event)">in</TickBox>
      <select :id="`material-${n}`" class="pick" :aria-label="`Material of layer ${n + 1}`" :value="layer.material" @change="another(($event.target as HTMLSelectElement).value)">
        <option v-for="m in materials" :key="m.value" :value="m.value">{{ m.text }}</option>
      </select>
      <select class="pick" :aria-label="`Layer ${n + 1} is given by`" :value="byDepth ? 'depth' : 'share'" @change="by(($event.target as HTMLSelectElement).value)">
        <option value="share">share</option>
        <option value="depth">depth</option>
      </select>
      <LengthField v-if="byDepth" :id="`depth-${n}`" :path="`${path}.depth`" :label="`Depth of layer ${n + 1}`" />
      <NumberField v-else :id="`share-${n}`" :path="`${path}.share`" :label="`Share of layer ${n + 1}`" after="%" />
    </div>
    <FieldTrouble :path="path" />
    <p v-if="placed && placed.material === layer.material" class="came">
      <Figure :text="volume(placed.settled_l)" :worked="placed.working?.settled_l" :of="`${placed.name}, settled`" /> settled ·
      <Figure :text="volume(placed.loose_l)" :worked="placed.working?.loose_l" :of="`${placed.name}, to bring`" /> to bring ·
      <Figure :text="`${placed.barrows} barrow${placed.barrows === 1 ? '' : 's'}`" :worked="placed.working?.barrows" :of="`${placed.name}, barrow loads`" /> ·
      <Figure :text="printWeight(placed.wet_kg, units)" :worked="placed.working?.wet_kg" :of="`${placed.name}, wet`" /> wet
    </p>
    <div v-if="placed && placed.material === layer.material && placed.way !== 'to hand'" class="bought">
      <ChoiceField :id="`buy-${n}`" :path="`${path}.buy`" :label="`Layer ${n + 1} is bought`" :options="ways" fallback="cheaper" class="no-print" />
      <ChoiceField v-if="bags.length > 1" :id="`bag-${n}`" :path="`${path}.bag`" :label="`Bag of layer ${n + 1}`" :options="bags" :fallback="bags[0]?.value" class="no-print" />
      <Figure
        :text="`${placed.way === 'bags' ? `${placed.bags} bags + ${placed.kept_back} kept back` : `${volume(placed.bulk_l ?? 0)} load`}, ${printMoney(placed.cost, sign)}`"
        :worked="placed.working?.cost" :of="`${placed.name}: bags beside a load`"
      />
      <span class="faint small">
        <template v-if="placed.way === 'bags' && placed.bulk_cost != null">a load: {{ printMoney(placed.bulk_cost, sign) }}</template>
        <template v-if="placed.way === 'bulk' && placed.bag_cost != null">in bags: {{ printMoney(placed.bag_cost, sign) }}</template>
        <template v-if="placed.break_even_l != null"> · even at {{ volume(placed.break_even_l) }}</template>
        <template v-else-if="placed.bag_cost != null && placed.bulk_cost != null"> · bags stay cheaper</template>
      </span>
    </div>
    <div class="last">
      <span class="faint small">{{ placed?.way === 'to hand' ? 'To hand: costs nothing.' : '' }}</span>
      <span class="moves no-print">
        <TextButton :disabled="n === last" :aria-label="`Layer ${n + 1} up`" @click="emit('move', 1)">up</TextButton>
        <TextButton :disabled="n === 0" :aria-label="`Layer ${n + 1} down`" @click="emit('move', -1)">down</TextButton>
        <TextButton :disabled="last === 0" :aria-label="`Remove layer ${n + 1}`" @click="emit('remove')">remove</TextButton>
      </span>
    </div>
  </div>
</template>

<style scoped>
.asked, .bought { display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; }
.came { padding: 2px 0; font-size: 14px; }
.small { font-size: 13px; }
.last { display: flex; justify-content: space-between; align-items: center; }
.moves { margin-left: auto; font-size: 14px; }
.laid { display: inline-flex; align-items: center; gap: 6px; min-height: 34px; cursor: pointer; }
button:disabled { color: var(--faint); text-decoration: none; cursor: default; }
@media (pointer: coarse) { .laid { min-height: 44px; min-width: 44px; } }
</style>
