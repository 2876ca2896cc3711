<script setup lang="ts">
import { computed } from 'vue'

/** Hours of direct sun a day by month, as figures over a row of bars. */
const props = defineProps<{ hours: number[] }>()
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
const most = computed(() => Math.max(12, ...props.hours))
const bars = computed(() => props.hours.map((h, n) => ({ month: MONTHS[n], text: h.toFixed(1), share: (h / most.value) * 100 })))
</script>

<template>
  <table class="months">
    <caption class="faint">Hours a day on the 21st of each month</caption>
    <tbody>
      <tr v-for="b in bars" :key="b.month"><th scope="row">{{ b.month }}</th><td class="figures">{{ b.text }}</td><td class="bar" aria-hidden="true"><span :style="{ width: `${b.share}%` }" /></td></tr>
    </tbody>
  </table>
</template>

<style scoped>
.months { width: 100%; border-collapse: collapse; }
caption { text-align: left; }
th { font-weight: 400; text-align: left; width: 60px; }
td.figures { width: 60px; text-align: right; padding-right: 12px; }
.bar span { display: block; height: 10px; background: var(--chalk); }
</style>
