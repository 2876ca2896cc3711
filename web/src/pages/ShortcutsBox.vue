<script setup lang="ts">
import { NModal } from 'naive-ui'

import type { Shortcut } from '@/state/useShortcuts'

/** The page's shortcuts, one a line. */
defineProps<{ list: Shortcut[] }>()
const open = defineModel<boolean>('open', { required: true })
</script>

<template>
  <n-modal v-model:show="open" preset="card" title="Keys" style="max-width: 420px" :bordered="false" role="dialog" aria-label="Keys" close-on-esc>
    <dl>
      <template v-for="s in list" :key="s.keys"><dt><kbd>{{ s.keys }}</kbd></dt><dd>{{ s.says }}</dd></template>
    </dl>
  </n-modal>
</template>

<style scoped>
dl { display: grid; grid-template-columns: auto 1fr; gap: 6px 16px; }
kbd { font-family: var(--figures); border: 1px solid var(--rule); padding: 1px 6px; border-radius: 3px; background: var(--paper); }
</style>
