import { ref, shallowRef } from 'vue'

import { api, type Answer, type Bed, type Design, type YardBed } from '@/api/client'

const beds = shallowRef<YardBed[]>([])
const trouble = ref<string | null>(null)
const loaded = ref(false)
/** The bed deleted last, for as long as it can be brought back with one press. */
const gone = ref<{ id: string; name: string } | null>(null)

async function load() {
  const result = await api.beds()
  if (result.ok) {
    beds.value = result.value
    trouble.value = null
    loaded.value = true
  } else trouble.value = result.problem.detail
}

async function done<T>(call: Promise<Answer<T>>): Promise<T | null> {
  const result = await call
  if (!result.ok) trouble.value = result.problem.detail
  else void load()
  return result.ok ? result.value : null
}

/** All beds of the yard, and what is done with whole beds. */
export function useYard() {
  return {
    beds, trouble, loaded, gone, load,
    make: (design: Design): Promise<Bed | null> => done(api.make(design)),
    copy: (id: string): Promise<Bed | null> => done(api.copy(id)),
    async remove(bed: { id: string; revision: number; name: string }) {
      const result = await api.remove(bed.id, bed.revision)
      if (result.ok) gone.value = { id: bed.id, name: bed.name }
      else trouble.value = result.problem.detail
      await load()
      return result.ok
    },
    async bringBack() {
      if (gone.value && (await done(api.restore(gone.value.id)))) gone.value = null
    },
  }
}
