<script setup lang="ts">
import { computed, ref } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { printLength, printVolume, typeset } from '@/measure/print'
import AddOn from '@/questions/AddOn.vue'
import { useQuestions } from '@/questions/useQuestions'
import QuestionList from '@/questions/QuestionList.vue'
import Fold from '@/sheet/Fold.vue'
import Figure from '@/sheet/Figure.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'

/** Water kept under the soil: whether there is any, what it is kept in, what it holds, the test with water. */
const { plan, units, problemAt } = useThisBed()
const { group: groupOf } = useQuestions('bed')
const group = groupOf('reservoir')
const test = groupOf('water_test')
const bucket = groupOf('bucket')
const opened = ref(false)
/** Open where somebody opened it, or something in it is wrong. */
const measuring = computed({ get: () => opened.value || Boolean(bucket.value?.questions.some((q) => problemAt(q.path))), set: (open) => (opened.value = open) })
const kept = computed(() => plan.value?.reservoir)
const length = (mm: number) => typeset(printLength(mm, units.value))
</script>

<template>
  <section aria-label="Water kept under the soil" data-group="reservoir">
    <AddOn v-if="group" :group="group" open />
    <template v-if="kept">
      <Fold v-if="bucket" v-model:open="measuring" :title="bucket.title">
        <ol class="walk"><li v-for="(step, n) in kept.bucket" :key="step.words"><span class="figures">{{ n < 3 ? n + 1 : '' }}</span><span>{{ typeset(step.words) }}</span></li></ol>
        <QuestionList :questions="bucket.questions" stage="drain" />
      </Fold>
      <p data-kept>{{ typeset(kept.says) }}</p>
      <dl class="named">
        <dt>It holds</dt><dd data-held><Figure :text="typeset(printVolume(kept.held_l, units))" :worked="kept.working?.held_l" of="What the reservoir holds" /></dd>
        <dt>It overflows at</dt><dd>{{ length(kept.overflow_mm) }} over the floor</dd>
        <dt>Soil over it</dt><dd><Figure :text="length(kept.soil_above_mm)" :worked="kept.working?.soil_above_mm" of="Soil over the reservoir" /></dd>
        <dt>The soil lifts water</dt><dd><Figure :text="length(kept.lifts_mm)" :worked="kept.working?.lifts_mm" of="How far the soil lifts water" /></dd>
        <dt>The soil itself holds</dt><dd><Figure :text="typeset(printVolume(kept.available_l, units))" :worked="kept.working?.available_l" of="Water in the soil for plants" /></dd>
        <dt>Inlet pipe</dt><dd><Figure :text="length(kept.inlet_mm)" :worked="kept.working?.inlet_mm" of="The inlet pipe" /></dd>
      </dl>
      <AddOn v-if="test" :group="test" open />
      <p v-if="kept.test" data-tested>{{ typeset(kept.test.says) }}</p>
      <WatchOuts stage="drain" :fields="['reservoir']" />
    </template>
  </section>
</template>

<style scoped>
.walk li { display: grid; grid-template-columns: 18px minmax(0, 1fr); gap: 6px; }
</style>
