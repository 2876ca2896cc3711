<script setup lang="ts">
import { computed } from 'vue'

import { useThisBed } from '@/bed/useBed'
import TimberQuestion from '@/questions/TimberQuestion.vue'
import ChoiceField from '@/sheet/ChoiceField.vue'
import FieldTrouble from '@/sheet/FieldTrouble.vue'
import LengthField from '@/sheet/LengthField.vue'
import NumberField from '@/sheet/NumberField.vue'
import Question from '@/sheet/Question.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import AddOn from './AddOn.vue'
import SeatSides from './SeatSides.vue'

/** What can be added to a bed of any construction; each starts from something sensible. */
const { plan, units } = useThisBed()
const metric = computed(() => units.value === 'metric')
const sides = computed(() => plan.value?.outside.sides.map((s) => ({ value: s.name, text: s.name })) ?? [])
const side = computed(() => sides.value[0]?.value ?? 'front')
const far = computed(() => (plan.value?.outside.rectangle ? 'back' : side.value))
const board = computed(() => (metric.value ? 'larch-27x145' : '2x6'))
const rail = computed(() => (metric.value ? 'larch-45x70' : '2x4'))
const CAP_CORNERS = [{ value: 'butted', text: 'butted' }, { value: 'mitred', text: 'mitred' }]
const LEVELS = [{ value: 'top', text: 'near the top' }, { value: 'top_and_bottom', text: 'near the top and the bottom' }]
</script>

<template>
  <h2 class="head">Added to it</h2>
  <AddOn name="cap" ask="A cap board" says="along the top of the walls" :start="{ board, overhang: metric ? '20 mm' : '3/4 in' }">
    <TimberQuestion ask="Cap of" path="add_ons.cap.board" use="board" measurable />
    <Question id="overhang" ask="Overhang outside"><LengthField id="overhang" path="add_ons.cap.overhang" label="Overhang of the cap" /></Question>
    <Question id="cap-corner" ask="Its corners"><ChoiceField id="cap-corner" path="add_ons.cap.corner" label="Corners of the cap" :options="CAP_CORNERS" fallback="butted" /></Question>
  </AddOn>
  <AddOn name="ties" ask="Cross ties" says="across the inside" :start="{ stock: rail }">
    <TimberQuestion ask="Ties of" path="add_ons.ties.stock" use="rail" />
    <Question id="tie-count" ask="Ties in a side" hint="Left empty: by the rule, one in 3 m, two in 3.6 m."><NumberField id="tie-count" path="add_ons.ties.count" label="Ties in a side" optional placeholder="rule" /></Question>
    <Question id="tie-levels" ask="They lie"><ChoiceField id="tie-levels" path="add_ons.ties.levels" label="Ties lie" :options="LEVELS" fallback="top" /></Question>
  </AddOn>
  <AddOn name="straps" ask="A steel strap" says="right round the outside" :start="{ count: 1 }">
    <Question id="strap-count" ask="How many"><NumberField id="strap-count" path="add_ons.straps.count" label="Straps" /></Question>
    <Question id="strap-lap" ask="Ends lap"><LengthField id="strap-lap" path="add_ons.straps.lap" label="Lap of the strap" placeholder="150 mm" /></Question>
  </AddOn>
  <AddOn name="seats" ask="Benches" says="outside, on brackets" :start="{ sides: [side], board, rail, height: metric ? '430 mm' : '17 in', depth: metric ? '300 mm' : '12 in' }">
    <SeatSides :sides="sides" />
    <Question id="seat-height" ask="Seat height"><LengthField id="seat-height" path="add_ons.seats.height" label="Seat height" /><WatchOuts stage="shape" :fields="['add_ons.seats.height']" /></Question>
    <Question id="seat-depth" ask="Seat depth, about"><LengthField id="seat-depth" path="add_ons.seats.depth" label="Seat depth" /></Question>
    <Question id="seat-overhang" ask="Overhang in front"><LengthField id="seat-overhang" path="add_ons.seats.overhang" label="Overhang of the seat" placeholder="20 mm" /></Question>
    <TimberQuestion ask="Seat of" path="add_ons.seats.board" use="board" />
    <TimberQuestion ask="Rails, brackets" path="add_ons.seats.rail" use="rail" />
  </AddOn>
  <AddOn name="trellis" ask="Trellis feet" says="uprights outside one side" :start="{ side: far, stock: rail, height: metric ? '1.8 m' : '6 ft', spacing: metric ? '900 mm' : '3 ft' }">
    <Question id="trellis-side" ask="On side"><ChoiceField id="trellis-side" path="add_ons.trellis.side" label="Trellis on side" :options="sides" /></Question>
    <Question id="trellis-height" ask="Uprights, high"><LengthField id="trellis-height" path="add_ons.trellis.height" label="Height of the uprights" /></Question>
    <Question id="trellis-spacing" ask="One every"><LengthField id="trellis-spacing" path="add_ons.trellis.spacing" label="Limit between uprights" /></Question>
    <TimberQuestion ask="Uprights of" path="add_ons.trellis.stock" use="rail" />
  </AddOn>
  <AddOn name="hoops" ask="Hoop sleeves" says="inside the two longest sides" :start="{ length: metric ? '250 mm' : '10 in', spacing: metric ? '1 m' : '3 ft' }">
    <Question id="hoop-length" ask="Sleeves, long"><LengthField id="hoop-length" path="add_ons.hoops.length" label="Length of a sleeve" /></Question>
    <Question id="hoop-spacing" ask="One every"><LengthField id="hoop-spacing" path="add_ons.hoops.spacing" label="Limit between sleeves" /></Question>
  </AddOn>
  <WatchOuts stage="shape" :fields="['add_ons']" />
  <FieldTrouble path="add_ons" />
</template>

<style scoped>
.head { margin-top: 12px; border-top: 1px solid var(--rule); padding-top: 8px; }
</style>
