<script setup lang="ts">
import { NButton, NModal } from 'naive-ui'

import type { Shortcut } from '@/state/useShortcuts'

/** The page's shortcuts, one a line. */
defineProps<{ list: Shortcut[] }>()
const open = defineModel<boolean>('open', { required: true })
</script>

<template>
  <n-modal v-model:show="open" :auto-focus="true" close-on-esc>
    <div class="keys" role="dialog" aria-modal="true" aria-labelledby="keys-title">
      <h2 id="keys-title">Keys</h2>
      <dl>
        <template v-for="s in list" :key="s.keys"><dt><kbd>{{ s.keys }}</kbd></dt><dd>{{ s.says }}</dd></template>
      </dl>
      <n-button @click="open = false">Good</n-button>
    </div>
  </n-modal>
</template>

<style scoped>
.keys { background: var(--sheet); color: var(--ink); border: 2px solid var(--ink); padding: 16px 20px; display: grid; gap: 10px; justify-items: start; min-width: 280px; max-width: 92vw; }
dl { display: grid; grid-template-columns: auto 1fr; gap: 6px 16px; }
kbd { font-family: var(--figures); border: 1px solid var(--rule); padding: 1px 6px; border-radius: 3px; background: var(--paper); }
</style>
