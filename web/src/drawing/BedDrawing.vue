<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, onUnmounted, ref, watch } from 'vue'

import { useThisBed } from '@/bed/useBed'
import { fetchedLater } from '@/state/reached'
import ViewDrawing from './ViewDrawing.vue'

/** The bed itself, always there: plan and section, its sides one by one with the corner, or the solid; before them
    what a stage shows large of its `own`. */
const props = defineProps<{ bows?: boolean; own?: string }>()
const SolidView = fetchedLater(() => import('@/solid/SolidView.vue'))
const { alsoShow, plan, pointed, units } = useThisBed()
const VIEWS = [
  { key: 'across', name: 'Plan and section' },
  { key: 'sides', name: 'Sides and corner' },
  { key: 'solid', name: 'Solid' },
] as const
const views = computed(() => [...(props.own ? [{ key: 'own' as const, name: props.own }] : []), ...VIEWS])
const shown = ref<(typeof VIEWS)[number]['key'] | 'own'>(props.own ? 'own' : 'across')
watch(() => props.own, (own) => (shown.value = own ? 'own' : shown.value === 'own' ? 'across' : shown.value))
/** The sides are drawn once they are looked at. */
watch(shown, (view) => void alsoShow('sides', view === 'sides'))
onUnmounted(() => void alsoShow('sides', false))
const paper = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(paper)
const room = computed(() => ({ width: Math.max(280, width.value || 700), height: Math.max(400, height.value || 600) }))
const noSolid = ref(false)
function missing() {
  noSolid.value = true
  shown.value = 'across'
}
const half = computed(() => Math.min(room.value.width, 340))
</script>

<template>
  <div class="board">
    <div class="views no-print" role="group" aria-label="Views">
      <n-button v-for="v in views" :key="v.key" text class="to" :aria-pressed="shown === v.key" @click="shown = v.key">{{ v.name }}</n-button>
    </div>
    <p v-if="noSolid" class="missing" role="status">This browser has no WebGL, so there is no solid view; the drawings show the same bed.</p>
    <div ref="paper" class="paper" :class="shown" tabindex="0" role="group" aria-label="The drawing">
      <div v-if="plan?.across && (shown === 'across' || shown === 'own')" class="across" :class="{ 'print-only': shown === 'own' }">
        <ViewDrawing name="plan" :view="plan.across.plan" :units="units" :width="room.width" :most="room.height * 0.56" :pointed="pointed" :curves="bows ? (plan.strength?.curves ?? []) : []" @point="pointed = $event" />
        <ViewDrawing name="section" :view="plan.across.section" :units="units" :width="room.width" :most="room.height * 0.44" :pointed="pointed" @point="pointed = $event" />
      </div>
      <slot v-if="shown === 'own'" name="own" />
      <SolidView v-if="plan && shown === 'solid'" @missing="missing" />
      <template v-else-if="plan?.sides && shown === 'sides'">
        <ViewDrawing v-for="(v, n) in plan.sides.elevations" :key="v.name" :name="`side-${n}`" :view="v" :units="units" :width="room.width" :most="room.height * 0.48" :pointed="pointed" @point="pointed = $event" />
        <div v-if="plan.sides.courses.length" class="corners">
          <ViewDrawing v-for="(v, n) in plan.sides.courses" :key="v.name" :name="`course-${n}`" :view="v" :units="units" :width="half" :most="room.height * 0.45" :pointed="pointed" @point="pointed = $event" />
        </div>
        <div class="corners">
          <ViewDrawing v-for="(v, n) in plan.sides.corners" :key="v.name" :name="`corner-${n}`" :view="v" :units="units" :width="half" :most="room.height * 0.45" :pointed="pointed" @point="pointed = $event" />
        </div>
      </template>
    </div>
  </div>
</template>

<style scoped>
.board { height: 100%; display: flex; flex-direction: column; }
.missing { font-size: 14px; padding: 4px 8px; background: var(--chalk-wash); }
.views { display: flex; flex-wrap: wrap; gap: 4px; }
.views .to { border-bottom: 2px solid transparent; border-radius: 0; padding: 4px 8px; font-size: 14px; }
.views .to[aria-pressed='true'] { font-weight: 700; border-bottom-color: var(--chalk); }
.paper { flex: 1; min-height: 0; display: flex; flex-direction: column; justify-content: center; overflow: hidden; }
.paper.solid { display: block; }
.paper.sides { justify-content: flex-start; overflow: auto; gap: 12px; }
.paper.own { display: block; overflow: auto; scrollbar-gutter: stable; padding: 4px 12px 12px 4px; }
.corners { display: flex; flex-wrap: wrap; }
@media print { .board { height: auto; display: block; } .paper { height: auto; min-height: 0; display: block; overflow: visible; } }
</style>
