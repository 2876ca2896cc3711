<script setup lang="ts">
import { RouterLink } from 'vue-router'

import { useThisBed } from '@/bed/useBed'

/** The way to the templates at full size. */
const { id } = useThisBed()
</script>

<template>
  <p class="no-print"><RouterLink class="full" :to="{ name: 'templates', params: { id } }">Templates at full size, to print</RouterLink></p>
</template>

<style scoped>
.full { display: inline-block; padding: 6px 0; }
@media (pointer: coarse) { .full { min-height: 44px; align-content: center; } }
</style>
