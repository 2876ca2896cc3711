<script setup lang="ts">
import { NCollapse, NCollapseItem } from 'naive-ui'
import { computed } from 'vue'

import type { Asked } from '@/api/client'
import LengthField from '@/sheet/LengthField.vue'
import TextButton from '@/sheet/TextButton.vue'
import { useSheet } from '@/state/sheet'

/** What was bought really measures otherwise than it is listed: folded until somebody says so. */
const props = defineProps<{ asked: Asked }>()
const { root = '', valueAt, edit } = useSheet()
const path = computed(() => `${props.asked.path}_measured`)
const fields = computed(() => props.asked.rows ?? [])
const isMeasured = computed(() => fields.value.some((q) => valueAt(q.path) != null))
const idOf = (field: string) => root + field.replace(/^construction\./, '').replaceAll('_', '-').replaceAll('.', '-')
</script>

<template>
  <n-collapse class="measured no-print" :default-expanded-names="isMeasured ? ['measured'] : []" display-directive="if">
    <n-collapse-item name="measured" title="It measures differently">
      <div class="two">
        <template v-for="q in fields" :key="q.path"><label :for="idOf(q.path)">{{ q.ask }}</label><LengthField :id="idOf(q.path)" :path="q.path" :label="q.label" optional /></template>
      </div>
      <TextButton v-if="isMeasured" @click="edit(path, undefined)">Back to the catalogue's size</TextButton>
    </n-collapse-item>
  </n-collapse>
</template>

<style scoped>
.measured :deep(.n-collapse-item__header) { padding: 2px 0; font-size: 13px; }
.measured :deep(.n-collapse-item__header-main) { color: var(--chalk); }
.measured :deep(.n-collapse-item__content-inner) { padding-top: 4px; }
.two { display: grid; grid-template-columns: auto 1fr; gap: 4px 12px; align-items: center; }
@media (pointer: coarse) { .measured :deep(.n-collapse-item__header-main) { min-height: 44px; } }
</style>
