<script setup lang="ts">
import { computed } from 'vue'

import type { FillLayer, Layer } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { useMaterials } from '@/bed/useMaterials'
import { asTyped, printLength, printVolume, printWeight } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'
import TickBox from '@/sheet/TickBox.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'

/** One layer: its material, or the materials of its mix; how deep it is, or its share of the rest. */
const props = defineProps<{ n: number; layer: Layer; placed?: FillLayer; last: number; tickKey: string }>()
const emit = defineEmits<{ remove: []; move: [by: number] }>()
const { edit, units, built, ticked, tick, pointed } = useThisBed()
const { materials } = useMaterials()

const path = computed(() => `fill.layers.${props.n}`)
/** By which of the three a layer is given. */
const given = computed(() => (props.layer.all_to_hand ? 'hand' : props.layer.depth !== undefined && props.layer.depth !== null ? 'depth' : 'share'))
const mix = computed(() => props.layer.mix ?? [])
const same = computed(() => props.placed?.material === (mix.value.length ? 'mix' : props.layer.material))
const volume = (litres: number) => printVolume(litres, units.value)
const isDone = computed(() => ticked.value.has(`fill/${props.tickKey}`))

const { startOf } = useSheet()
const usualShare = computed(() => (startOf('fill.layers.0') as { share?: number } | undefined)?.share)
const amount = computed(() => ({ depth: { depth: props.layer.depth }, share: { share: props.layer.share }, hand: { all_to_hand: true } })[given.value])
function by(way: string) {
  const made = mix.value.length ? { mix: props.layer.mix } : { material: props.layer.material }
  const ways = { depth: { depth: asTyped(printLength(props.placed?.depth_mm ?? 100, built.value)) }, share: { share: usualShare.value }, hand: { all_to_hand: true } }
  edit(path.value, { ...made, ...ways[way as keyof typeof ways] })
}
const MIX = ' mix'
function another(key: string) {
  if (key !== MIX) return edit(path.value, { material: key, ...amount.value })
  const first = props.layer.material ?? materials.value[0]?.key
  const second = materials.value.find((m) => m.key !== first)?.key
  edit(path.value, { mix: [{ material: first, share: 60 }, { material: second, share: 40 }], ...amount.value })
}
const put = (parts: Layer['mix']) => edit(path.value, { mix: parts, ...amount.value })
const change = (at: number, material: string) => put(mix.value.map((p, n) => (n === at ? { ...p, material } : p)))
function more() {
  const free = materials.value.find((m) => !mix.value.some((p) => p.material === m.key))
  if (free) put([...mix.value, { material: free.key, share: 10 }])
}
function less(at: number) {
  const left = mix.value.filter((_, n) => n !== at)
  if (left.length > 1) put(left)
  else edit(path.value, { material: left[0]?.material, ...amount.value })
}
</script>

<template>
  <div class="layer" :data-layer="mix.length ? 'mix' : layer.material" @mouseenter="pointed = `layer ${n}`" @mouseleave="pointed = null">
    <div class="asked">
      <TickBox class="laid" :done="isDone" :label="`Layer ${n + 1} is in`" @tick="tick('fill', tickKey, $event)">in</TickBox>
      <select :id="`material-${n}`" class="pick of" :aria-label="`Material of layer ${n + 1}`" :value="mix.length ? MIX : layer.material" @change="another(($event.target as HTMLSelectElement).value)">
        <option v-for="m in materials" :key="m.key" :value="m.key">{{ m.name }}</option>
        <option :value="MIX">a mix of several</option>
      </select>
      <select class="pick" :aria-label="`Layer ${n + 1} is given by`" :value="given" @change="by(($event.target as HTMLSelectElement).value)">
        <option value="share">share</option>
        <option value="depth">depth</option>
        <option value="hand">all I have</option>
      </select>
      <LengthField v-if="given === 'depth'" :id="`depth-${n}`" :path="`${path}.depth`" :label="`Depth of layer ${n + 1}`" />
      <NumberField v-else-if="given === 'share'" :id="`share-${n}`" :path="`${path}.share`" :label="`Share of layer ${n + 1}`" after="%" />
    </div>
    <ul v-if="mix.length" class="mix">
      <li v-for="(p, at) in mix" :key="at">
        <select class="pick" :aria-label="`Material ${at + 1} of the mix in layer ${n + 1}`" :value="p.material" @change="change(at, ($event.target as HTMLSelectElement).value)">
          <option v-for="m in materials" :key="m.key" :value="m.key">{{ m.name }}</option>
        </select>
        <NumberField :id="`mix-${n}-${at}`" :path="`${path}.mix.${at}.share`" :label="`Share of material ${at + 1} in layer ${n + 1}`" after="%" />
        <TextButton class="no-print" :aria-label="`Take material ${at + 1} out of the mix in layer ${n + 1}`" @click="less(at)">out</TextButton>
      </li>
      <li class="no-print"><TextButton :aria-label="`One more material in layer ${n + 1}`" @click="more">one more material</TextButton></li>
    </ul>
    <FieldTrouble v-for="at in [path, `${path}.material`, `${path}.mix`, `${path}.all_to_hand`]" :key="at" :path="at" />
    <p v-if="placed && same" class="came">
      <Figure :text="volume(placed.settled_l)" :worked="placed.working?.settled_l" :of="`${placed.name}, settled`" /> settled ·
      <Figure :text="volume(placed.loose_l)" :worked="placed.working?.loose_l" :of="`${placed.name}, to bring`" /> to bring ·
      <Figure :text="`${placed.barrows} barrow${placed.barrows === 1 ? '' : 's'}`" :worked="placed.working?.barrows" :of="`${placed.name}, barrow loads`" /> ·
      <Figure :text="printWeight(placed.wet_kg, units)" :worked="placed.working?.wet_kg" :of="`${placed.name}, wet`" /> wet
      <span v-if="placed.fallen_l > 0" class="faint small"> · {{ volume(placed.fallen_l) }} of the soil above falls into it</span>
    </p>
    <div class="last">
      <span class="moves no-print">
        <TextButton :disabled="n === last" :aria-label="`Layer ${n + 1} up`" @click="emit('move', 1)">up</TextButton>
        <TextButton :disabled="n === 0" :aria-label="`Layer ${n + 1} down`" @click="emit('move', -1)">down</TextButton>
        <TextButton :disabled="last === 0" :aria-label="`Remove layer ${n + 1}`" @click="emit('remove')">remove</TextButton>
      </span>
    </div>
  </div>
</template>

<style scoped>
.of { flex: 1 1 130px; min-width: 110px; max-width: 210px; }
.asked { display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; }
.mix { list-style: none; margin: 4px 0 2px 44px; padding: 0 0 0 10px; border-left: 2px solid var(--rule); display: grid; gap: 4px; }
.mix li { display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; }
.came { padding: 2px 0; font-size: 14px; }
.small { font-size: 13px; }
.last { display: flex; justify-content: flex-end; align-items: center; }
.moves { font-size: 14px; }
.laid { display: inline-flex; align-items: center; gap: 6px; min-height: 34px; cursor: pointer; }
button:disabled { color: var(--faint); text-decoration: none; cursor: default; }
@media (pointer: coarse) { .laid { min-height: 44px; min-width: 44px; } }
@media (max-width: 600px) { .mix { margin-left: 0; } }
</style>
