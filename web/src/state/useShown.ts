import { ref, watch } from 'vue'

import type { Units } from '@/api/client'

const KEY = 'acre-box.shown'
const kept = localStorage.getItem(KEY)

/** The units that this browser asked to see; none: those of the yard. It changes no bed. */
const shown = ref<Units | undefined>(kept === 'metric' || kept === 'imperial' ? kept : undefined)
watch(shown, (now) => (now ? localStorage.setItem(KEY, now) : localStorage.removeItem(KEY)))

export const useShown = () => shown
