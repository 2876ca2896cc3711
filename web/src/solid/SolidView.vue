<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'

import { api, type Solids } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { makeScene } from './useScene'

/** The bed as it will stand: turn it, pull it apart course by course, press a part to light its row. */
const emit = defineEmits<{ missing: [] }>()
const { id, draft, plan, pointed } = useThisBed()
const box = ref<HTMLElement | null>(null)
const canvas = ref<HTMLCanvasElement | null>(null)
const pulled = ref(0)
const { width, height } = useElementSize(box)
let scene: ReturnType<typeof makeScene> | null = null
const solids = shallowRef<Solids | null>(null)
let asked = 0

/** The surfaces of the bed as it is drawn; a late answer never covers a newer one. */
async function fetchSolids() {
  if (!draft.value) return
  const mine = (asked += 1)
  const result = await api.solids(draft.value, id)
  if (mine === asked && result.ok) solids.value = result.value.solids
}

function arrange() {
  scene?.pull(pulled.value / 100)
}

onMounted(() => {
  if (!canvas.value) return
  try {
    scene = makeScene(canvas.value, (label) => (pointed.value = label))
  } catch {
    emit('missing')
    return
  }
  void fetchSolids()
  scene.resize(width.value, height.value)
})
onBeforeUnmount(() => scene?.dispose())
watch(plan, fetchSolids)
watch(solids, (now) => {
  if (now) scene?.show(now)
})
watch([width, height], ([w, h]) => scene?.resize(w, h))
watch(pulled, arrange)
watch(pointed, (label) => scene?.light(label))
</script>

<template>
  <div class="solid">
    <div ref="box" class="room">
      <canvas ref="canvas" tabindex="0" role="img" aria-label="The bed as a solid: arrow keys turn it, plus and minus come nearer and go back" @keydown="scene?.key($event)" />
    </div>
    <label class="pull">Pull it apart <input v-model.number="pulled" type="range" min="0" max="60" step="1" aria-label="Pull it apart" /></label>
  </div>
</template>

<style scoped>
.solid { height: 100%; display: grid; grid-template-rows: minmax(0, 1fr) auto; }
.room { min-height: 0; position: relative; overflow: hidden; }
canvas { position: absolute; inset: 0; width: 100%; height: 100%; touch-action: none; display: block; }
.pull { display: flex; gap: 12px; align-items: center; padding: 6px 8px; font-size: 14px; min-height: 44px; }
.pull input { flex: 1; max-width: 340px; accent-color: var(--chalk); }
</style>
