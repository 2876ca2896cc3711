<script setup lang="ts">
import { computed } from 'vue'

import ChoiceField from '@/sheet/ChoiceField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'

/** One corner, and how it is measured in: by its distances, off a wall, or by two tapes; with tapes that check it. */
const props = defineProps<{ path: string; label: string; names: string[]; more: boolean }>()
const emit = defineEmits<{ remove: [] }>()
const { edit, valueAt } = useSheet()
const WAYS = [{ value: 'xy', text: 'by its distances' }, { value: 'offset', text: 'off a wall' }, { value: 'tapes', text: 'by two tapes' }]
const way = computed(() => (valueAt(`${props.path}.by`) as string | undefined) ?? 'xy')
const names = computed(() => props.names.map((n) => ({ value: n, text: n === 'yard' ? 'the edge of the yard' : n })))
const checks = computed(() => (valueAt(`${props.path}.checks`) as unknown[] | undefined) ?? [])
const tape = (corner: number) => ({ of: { thing: props.names[0] ?? 'yard', corner }, length: '' })

/** Another way of measuring begins empty: what was measured one way says nothing of the other. */
function measure(next: string) {
  if (next === 'offset') edit(props.path, { by: 'offset', thing: props.names[0] ?? 'yard', wall: 1, along: '', off: '' })
  else if (next === 'tapes') edit(props.path, { by: 'tapes', tapes: [tape(1), tape(2)], side: 'left' })
  else edit(props.path, { by: 'xy', x: '', y: '' })
}
const id = (name: string) => `${props.path}.${name}`
</script>

<template>
  <div class="corner" role="group" :aria-label="label" :data-corner="path">
    <span class="faint n">{{ label.split(' ').at(-1) }}</span>
    <select class="pick way" :value="way" :aria-label="`${label} is measured`" @change="measure(($event.target as HTMLSelectElement).value)">
      <option v-for="w in WAYS" :key="w.value" :value="w.value">{{ w.text }}</option>
    </select>
    <template v-if="way === 'xy'">
      <LengthField :id="id('x')" :path="id('x')" :label="`${label}, to the right`" placeholder="to the right" />
      <LengthField :id="id('y')" :path="id('y')" :label="`${label}, up the plan`" placeholder="up the plan" />
    </template>
    <template v-else-if="way === 'offset'">
      <ChoiceField :id="id('thing')" :path="id('thing')" :label="`${label}, off`" :options="names" fallback="yard" />
      <NumberField :id="id('wall')" :path="id('wall')" :label="`${label}, wall`" before="wall" />
      <LengthField :id="id('along')" :path="id('along')" :label="`${label}, along the wall`" placeholder="along it" />
      <LengthField :id="id('off')" :path="id('off')" :label="`${label}, off the wall`" placeholder="off it" />
    </template>
    <template v-else>
      <span v-for="n in [0, 1]" :key="n" class="tape">
        <ChoiceField :id="id(`tapes.${n}.of.thing`)" :path="id(`tapes.${n}.of.thing`)" :label="`${label}, tape ${n + 1} from`" :options="names" fallback="yard" />
        <NumberField :id="id(`tapes.${n}.of.corner`)" :path="id(`tapes.${n}.of.corner`)" :label="`${label}, tape ${n + 1} from corner`" before="corner" />
        <LengthField :id="id(`tapes.${n}.length`)" :path="id(`tapes.${n}.length`)" :label="`${label}, tape ${n + 1}`" placeholder="its tape" />
      </span>
      <ChoiceField :id="id('side')" :path="id('side')" :label="`${label}, on the`" :options="[{ value: 'left', text: 'left of who walks from one to the other' }, { value: 'right', text: 'right of who walks from one to the other' }]" fallback="left" />
      <FieldTrouble :path="id('tapes')" />
    </template>
    <span v-for="(_, n) in checks" :key="`check-${n}`" class="tape">
      <span class="faint">check</span>
      <ChoiceField :id="id(`checks.${n}.of.thing`)" :path="id(`checks.${n}.of.thing`)" :label="`${label}, check ${n + 1} from`" :options="names" fallback="yard" />
      <NumberField :id="id(`checks.${n}.of.corner`)" :path="id(`checks.${n}.of.corner`)" :label="`${label}, check ${n + 1} from corner`" before="corner" />
      <LengthField :id="id(`checks.${n}.length`)" :path="id(`checks.${n}.length`)" :label="`${label}, check ${n + 1}`" placeholder="its tape" />
      <TextButton :aria-label="`Remove check ${n + 1} of ${label}`" @click="edit(id('checks'), checks.filter((_c, at) => at !== n))">Remove</TextButton>
    </span>
    <span class="acts">
      <TextButton v-if="names.length" :aria-label="`Measure again: ${label}`" @click="edit(id('checks'), [...checks, tape(1)])">Measure again</TextButton>
      <TextButton v-if="more" :aria-label="`Remove ${label}`" @click="emit('remove')">Remove</TextButton>
    </span>
    <FieldTrouble :path="path" />
  </div>
</template>

<style scoped>
.corner { display: flex; flex-wrap: wrap; gap: 2px 8px; align-items: start; padding: 3px 0; }
.n { padding-top: 6px; min-width: 14px; }
.tape { display: flex; flex-wrap: wrap; gap: 2px 6px; align-items: start; }
.way { max-width: 150px; }
</style>
