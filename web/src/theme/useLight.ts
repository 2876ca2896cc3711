import { computed, ref, watch } from 'vue'

import { applyTokens, light, naiveOverrides, sunlight } from './tokens'

const KEY = 'acre-box.light'
const inSun = ref(localStorage.getItem(KEY) === 'sun')
const tokens = computed(() => (inSun.value ? sunlight : light))

watch(tokens, applyTokens, { immediate: true })
watch(inSun, (sun) => localStorage.setItem(KEY, sun ? 'sun' : 'ordinary'))

/** Ordinary light or work in the sun, kept in this browser, with Naive UI's overrides for it. */
export function useLight() {
  return { inSun, overrides: computed(() => naiveOverrides(tokens.value)) }
}
