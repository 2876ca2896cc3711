<script setup lang="ts">
import { onMounted, watch } from 'vue'
import { useRouter } from 'vue-router'

import { useThisBed } from '@/bed/useBed'
import GroundsDrawing from '@/grounds/GroundsDrawing.vue'
import SunPicker from '@/grounds/SunPicker.vue'
import { useGrounds } from '@/grounds/useGrounds'

/** The bed where it stands on the plan of its yard, with what stands round it. It is moved on the page of the yard. */
const { id, units, plan, yard } = useThisBed()
const { kept, beds, trouble, mapOf, map, load } = useGrounds(() => yard.value, units)
const router = useRouter()
onMounted(() => void load())
watch([units, yard], () => void load())
/** What a change of the bed does to its place. */
watch(() => plan.value?.site, (_now, before) => before && void load())
function open(bed: string | null) {
  if (bed && bed !== id) void router.push({ name: 'bed', params: { id: bed, stage: 'site' } })
}
</script>

<template>
  <div class="here">
    <p v-if="trouble" class="banner" role="alert">{{ trouble }}</p>
    <template v-if="kept">
      <SunPicker :of="mapOf" :map="map" :sunny="kept.sunny" @ask="mapOf = $event"><span class="grow" /><router-link v-if="yard" :to="{ name: 'yard', params: { id: yard } }">Move it on the plan of the yard</router-link></SunPicker>
      <GroundsDrawing :plan="kept" :beds="beds" :map="map" :month="mapOf" :units="units" :chosen="id" still @choose="open" />
    </template>
    <p v-else class="faint" role="status">Drawing the plan …</p>
  </div>
</template>

<style scoped>
.grow { flex: 1; }
</style>
