<script setup lang="ts">
import { onMounted } from 'vue'

import { useThisBed } from '@/bed/useBed'
import PrintedWorkings from '@/sheet/PrintedWorkings.vue'
import WatchOuts from '@/sheet/WatchOuts.vue'
import BookSays from './BookSays.vue'
import GroundPlan from './GroundPlan.vue'
import IsItTrue from './IsItTrue.vue'
import ReadingBook from './ReadingBook.vue'
import SettingOut from './SettingOut.vue'
import TakeReading from './TakeReading.vue'
import { useReadings } from './useReadings'

/** Level: readings taken one by one, the ground reduced from them, what is dug and packed, squareness, and whether it is true. */
defineProps<{ stage: string }>()
const { id } = useThisBed()
const { trouble, load, kept } = useReadings(id)
onMounted(() => void load())
</script>

<template>
  <p v-if="trouble && !kept" class="banner" role="alert">{{ trouble }}</p>
  <TakeReading />
  <BookSays />
  <IsItTrue />
  <ReadingBook />
  <GroundPlan />
  <WatchOuts stage="level" :fields="['ground.stations', 'construction.post_below']" />
  <SettingOut />
  <PrintedWorkings stage="level" />
</template>
