<script setup lang="ts">
import { NConfigProvider } from 'naive-ui'

import { useLight } from '@/theme/useLight'

const { overrides } = useLight()
</script>

<template>
  <n-config-provider :theme-overrides="overrides" preflight-style-disabled abstract>
    <router-view v-slot="{ Component, route }">
      <component :is="Component" :key="route.name === 'bed' ? `bed/${String(route.params.id)}` : route.name === 'home' || route.name === 'yard' ? 'yard' : route.fullPath" />
    </router-view>
  </n-config-provider>
</template>
