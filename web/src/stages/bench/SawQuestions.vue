<script setup lang="ts">
import ChoiceField from '@/sheet/ChoiceField.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'

const ENDS = [
  { value: 'one', text: 'one end of each stick' },
  { value: 'both', text: 'both ends' },
]
</script>

<template>
  <section class="saw no-print" aria-labelledby="saw-title">
    <h2 id="saw-title">The saw</h2>
    <Question id="kerf" ask="Kerf, a cut"><LengthField id="kerf" path="bench.kerf" label="Kerf" placeholder="3 mm" /></Question>
    <Question id="trim" ask="Squared off" hint="What comes off a stick's end before the first piece.">
      <LengthField id="trim" path="bench.trim" label="Squared off a stick" placeholder="0 mm" />
      <ChoiceField id="trim-ends" path="bench.trim_ends" label="Squared ends" :options="ENDS" fallback="one" />
    </Question>
    <Question id="keep-from" ask="Off-cuts kept from"><LengthField id="keep-from" path="bench.keep_from" label="Off-cuts kept from" placeholder="300 mm" /></Question>
  </section>
</template>

<style scoped>
.saw { margin-top: 20px; }
</style>
