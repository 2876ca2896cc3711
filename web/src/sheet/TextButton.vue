<script setup lang="ts">
import { NButton } from 'naive-ui'

/** Something to do, said in a word among others. */
</script>

<template>
  <n-button text type="primary" class="plain"><slot /></n-button>
</template>
