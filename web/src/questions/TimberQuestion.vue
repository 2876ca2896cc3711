<script setup lang="ts">
import { NCollapse, NCollapseItem } from 'naive-ui'
import { computed } from 'vue'

import { useStock } from '@/bed/useStock'
import { useSheet } from '@/state/sheet'
import { printLength, typeset } from '@/measure/print'
import ChoiceField from '@/sheet/ChoiceField.vue'
import LengthField from '@/sheet/LengthField.vue'
import Question from '@/sheet/Question.vue'
import TextButton from '@/sheet/TextButton.vue'

/** Which timber, and what it really measures when the tape disagrees with the catalogue. */
const props = defineProps<{ ask: string; label?: string; path: string; use: string; measurable?: boolean; usual?: string; optional?: boolean; hint?: string }>()
const stock = useStock()
const { root = '', units, built, valueAt, edit } = useSheet()
const id = computed(() => root + props.path.replaceAll('.', '-'))
const timbers = computed(() => stock.value?.timber ?? [])
const size = (mm: string | number) => printLength(Number(mm), units.value)
const options = computed(() =>
  timbers.value.filter((t) => t.use === props.use && (t.system === built.value || t.key === chosen.value?.key)).map((t) => ({ value: t.key, text: typeset(`${t.name}, ${size(t.thickness_mm)} × ${size(t.width_mm)}`) })),
)
/** A design may name its timber by nominal size; the list shows the stock it means. */
const chosen = computed(() => {
  const written = String(valueAt(props.path) ?? props.usual ?? '').replaceAll(' ', '').toLowerCase()
  return timbers.value.find((t) => t.key === written || t.nominal === written)
})
const measuredPath = computed(() => `${props.path}_measured`)
const isMeasured = computed(() => Boolean(valueAt(`${measuredPath.value}.thickness`) ?? valueAt(`${measuredPath.value}.width`)))
</script>

<template>
  <Question :id="id" :ask="ask" :hint="hint">
    <ChoiceField :id="id" :path="path" :label="label ?? ask" :options="options" :shown="chosen?.key" :optional="optional" />
    <n-collapse v-if="measurable && (chosen || !optional)" class="measured no-print" :default-expanded-names="isMeasured ? ['measured'] : []" display-directive="if">
      <n-collapse-item name="measured" title="It measures differently">
        <div class="two">
          <label :for="`${id}-thickness`">Thick</label><LengthField :id="`${id}-thickness`" :path="`${measuredPath}.thickness`" :label="`${ask}: thickness measured`" optional :placeholder="chosen ? size(chosen.thickness_mm) : ''" />
          <label :for="`${id}-width`">Wide</label><LengthField :id="`${id}-width`" :path="`${measuredPath}.width`" :label="`${ask}: width measured`" optional :placeholder="chosen ? size(chosen.width_mm) : ''" />
        </div>
        <TextButton v-if="isMeasured" @click="edit(measuredPath, undefined)">Back to the catalogue's size</TextButton>
      </n-collapse-item>
    </n-collapse>
    <slot />
  </Question>
</template>

<style scoped>
.measured :deep(.n-collapse-item__header) { padding: 2px 0; font-size: 13px; }
.measured :deep(.n-collapse-item__header-main) { color: var(--chalk); }
.measured :deep(.n-collapse-item__content-inner) { padding-top: 4px; }
.two { display: grid; grid-template-columns: auto 1fr; gap: 4px 12px; align-items: center; }
@media (pointer: coarse) { .measured :deep(.n-collapse-item__header-main) { min-height: 44px; } }
</style>
