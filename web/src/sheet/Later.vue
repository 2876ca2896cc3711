<script setup lang="ts">
import { onMounted, ref } from 'vue'

import { inTurn } from './turns'

/** A part of a page that comes after what is before it is drawn, so that no part keeps the page from answering. */
const here = ref(false)
onMounted(() => inTurn(() => (here.value = true)))
</script>

<template>
  <slot v-if="here" />
</template>
