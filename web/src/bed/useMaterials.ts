import { computed } from 'vue'

import { useSheet } from '@/state/sheet'
import { useStock } from './useStock'

interface Own { name: string }

/** What a bed can be filled with: what is on the price list, and the gardener's own. */
export function useMaterials() {
  const stock = useStock()
  const { valueAt } = useSheet()
  const own = computed(() => (valueAt('fill.own') as Own[] | undefined) ?? [])
  const materials = computed(() => [
    ...(stock.value?.fill.map((f) => ({ key: f.key, name: f.name })) ?? []),
    ...own.value.map((o) => ({ key: o.name, name: o.name })),
  ])
  return { materials }
}
