<script setup lang="ts">
import { NButton } from 'naive-ui'
import { ref } from 'vue'

import { api } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { useWhenSeen } from '@/bed/useWhenSeen'
import { typeset } from '@/measure/print'

/** What a hair less or more would save. */
const { id, units, edit } = useThisBed()
const section = ref<HTMLElement | null>(null)
const { found } = useWhenSeen(section, (design) => api.fits(design, { bed: id, shown: units.value }))
</script>

<template>
  <section ref="section" class="hair no-print" aria-labelledby="hair-title">
    <h2 id="hair-title">What a hair would change</h2>
    <p v-if="found === null" class="faint" role="status">Trying small changes of size …</p>
    <p v-else-if="!found.length" class="faint">No small change of a size would save anything.</p>
    <ul v-else>
      <li v-for="f in found" :key="f.field" :data-fit="f.field">
        <n-button size="small" class="do" @click="edit(f.field, f.to)">Take it</n-button>
        <span>{{ typeset(f.words) }}<span v-if="f.changes.length" class="faint">; {{ typeset(f.changes.join(', ')) }}</span></span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.hair { margin-top: 16px; border-top: 1px solid var(--rule); padding-top: 8px; }
.hair ul { list-style: none; margin: 0; padding: 0; }
.hair li { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 4px 12px; align-items: start; padding: 3px 0; }
@media (pointer: coarse) { .do { min-height: 44px; } }
</style>
