<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import type { BedOnPlan, Grounds, SunMap, Units } from '@/api/client'
import Hatches from '@/drawing/Hatches.vue'
import ScaleBar from '@/drawing/ScaleBar.vue'
import { useDragging, type Shift } from './useDragging'
import { stepOf } from './written'
import SunCells from './SunCells.vue'
import { setNames, type Name } from './names'
import type { Handle, MapOf } from './useGrounds'

/** The yard from above, to scale: its edge, what stands in it, its beds, the sun over it. Beds, things and their corners
    are dragged, beds moved by the arrow keys too; they catch on what lies near. */
const props = defineProps<{
  plan: Grounds
  beds: BedOnPlan[]
  map: SunMap | null
  units: Units
  chosen: string | null
  /** Nothing is moved on it. */
  still?: boolean
  /** The thing that is chosen, whether it moves as a whole, and its corners (or those of the edge). */
  thing?: string | null
  movable?: boolean
  handles?: Handle[]
  /** The month whose sun is looked at. */
  month?: MapOf
  /** How far the work on each bed is, by its id. */
  states?: Record<string, string>
}>()
const emit = defineEmits<{
  choose: [bed: string | null]
  moving: [bed: string, x: number, y: number]
  moved: [bed: string, x: number, y: number]
  turned: [bed: string, by: number]
  chooseThing: [thing: string]
  thingMoved: [thing: string, x: number, y: number]
  cornerMoved: [path: string, x: number, y: number]
}>()
type Thing = Grounds['things'][number]

const MARGIN = 26
const MOST_TALL = 560
const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)

const points = computed(() => [...(props.plan.edge ?? []), ...props.plan.things.flatMap((t) => [...t.corners, ...t.rings.flat()]), ...props.beds.flatMap((b) => b.site?.ring ?? [])])
const frame = computed(() => {
  const [xs, ys] = [points.value.map((p) => p[0] as number), points.value.map((p) => p[1] as number)]
  const [x0, x1, y0, y1] = xs.length ? [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)] : [0, 10000, 0, 8000]
  const wide = Math.max(260, width.value || 600)
  const scale = Math.min((wide - 2 * MARGIN) / Math.max(1, x1 - x0), (MOST_TALL - 2 * MARGIN) / Math.max(1, y1 - y0))
  return { scale, wide, tall: (y1 - y0) * scale + 2 * MARGIN + 14, x: (mm: number) => MARGIN + (mm - x0) * scale, y: (mm: number) => MARGIN + (y1 - mm) * scale }
})
const path = (ring: number[][]) => ring.map((p) => `${frame.value.x(p[0] as number).toFixed(1)},${frame.value.y(p[1] as number).toFixed(1)}`).join(' ')
const middle = (ring: number[][]) => {
  const [xs, ys] = [ring.map((p) => p[0] as number), ring.map((p) => p[1] as number)]
  return { x: frame.value.x((Math.min(...xs) + Math.max(...xs)) / 2), y: frame.value.y((Math.min(...ys) + Math.max(...ys)) / 2), wide: (Math.max(...xs) - Math.min(...xs)) * frame.value.scale }
}
const FILLS: Record<string, string> = { house: 'block', shed: 'grain', paving: 'stone', path: 'stone', gravel: 'stone', deck: 'grain', roof: 'grain', hedge: 'soil' }
const filled = (kind: string) => (FILLS[kind] ? `url(#grounds-${FILLS[kind]})` : undefined)
const SMALL = ['tap', 'gate', 'workshop']

const placed = computed(() => props.beds.filter((b) => b.site?.placed))
const state = (b: BedOnPlan) => (b.needs_a_look.length ? 'look' : 'fine')
/** Hours of sun as the ground is shown: of the month that is looked at, else over the months of growing. */
const sunOn = (b: BedOnPlan) => (props.map && typeof props.month === 'number' ? b.site?.sun?.hours_by_month[props.month - 1] : b.site?.sun?.hours_season)
const hours = (b: BedOnPlan) => (b.site?.sun ? `${(sunOn(b) ?? 0).toFixed(1)} h${b.needs_a_look.length ? ' · look' : ''}` : '')
const told = (b: BedOnPlan) => `${b.name} ${hours(b)}. ${props.states?.[b.id] ? `${props.states[b.id]}. ` : ''}${b.needs_a_look.length ? `${b.needs_a_look.join(' ')} ` : ''}Hours of sun a day.${props.still ? '' : ' Arrow keys move it, t turns it.'}`

/** Where names stand: those of beds before those of things, the chosen one first. */
const names = computed(() => {
  const firstOf = [...placed.value].sort((a, b) => Number(b.id === props.chosen) - Number(a.id === props.chosen))
  const beds = firstOf.flatMap<Name>((b) => {
    const { x, y } = middle(b.site?.ring ?? [])
    const sun = b.site?.sun ? [{ key: `hours ${b.id}`, text: hours(b), places: [{ x, y: y + 12 }, { x, y: y + 4 }], always: b.id === props.chosen }] : []
    return [...sun, { key: b.id, text: b.name, places: [{ x, y: y - (sun.length ? 3 : -4) }, { x, y: y - 18 }, { x, y: y + 27 }], always: b.id === props.chosen }]
  })
  const things = props.plan.things.map<Name>((t) => {
    const { x, y } = middle(t.rings[0] ?? t.corners)
    const beside = (t.name.length * 6.6) / 2 + 9
    const places = SMALL.includes(t.kind) ? [{ x, y: y - 8 }, { x, y: y + 18 }, { x: x + beside, y: y + 4 }, { x: x - beside, y: y + 4 }] : [{ x, y: y + 4 }, { x, y: y + 18 }, { x, y: y - 12 }]
    return { key: `thing ${t.name}`, text: t.name, places }
  })
  return setNames([...beds, ...things])
})

/* Dragging: what is held goes with the pointer and catches on the edges of what lies near. */
const { shift, begin: hold, go, end, drop } = useDragging({
  scale: () => frame.value.scale,
  units: () => props.units,
  lines(held) {
    const rings = [
      props.plan.edge ?? [],
      ...props.plan.things.filter((t) => held.what !== 'thing' || t.name !== held.key).flatMap((t) => t.rings),
      ...placed.value.filter((b) => held.what !== 'bed' || b.id !== held.key).map((b) => b.site?.ring ?? []),
    ]
    // A corner does not catch on where it lies itself.
    const [own] = held.what === 'corner' ? held.ring : []
    const on = (axis: 0 | 1) => rings.flat().map((p) => p[axis] as number).filter((v) => !own || Math.abs(v - (own[axis] as number)) > 1)
    return { xs: on(0), ys: on(1) }
  },
  moving: (s) => s.what === 'bed' && emit('moving', s.key, s.dx, s.dy),
  moved: (s) => (s.what === 'bed' ? emit('moved', s.key, s.dx, s.dy) : s.what === 'thing' ? emit('thingMoved', s.key, s.dx, s.dy) : emit('cornerMoved', s.key, s.dx, s.dy)),
})
function begin(bed: BedOnPlan, event: PointerEvent) {
  emit('choose', bed.id)
  if (!props.still) hold({ what: 'bed', key: bed.id, ring: bed.site?.ring ?? [] }, event)
}
/** What is chosen already is dragged; a first press only chooses it. */
function press(thing: Thing, event: PointerEvent) {
  if (props.still) return
  if (props.thing === thing.name && props.movable) hold({ what: 'thing', key: thing.name, ring: thing.rings.flat() }, event)
  else emit('chooseThing', thing.name)
}
/** How far what is held has gone, in pixels. */
const gone = (what: Shift['what'], name: string) => (shift.value?.what === what && shift.value.key === name ? `translate(${shift.value.dx * frame.value.scale} ${-shift.value.dy * frame.value.scale})` : undefined)
/** The corners of what is chosen, the held one where it would lie. */
const outlined = computed(() => (props.handles ?? []).map((h) => (shift.value?.what === 'corner' && shift.value.key === h.path ? [h.x + shift.value.dx, h.y + shift.value.dy] : [h.x, h.y])))
function key(bed: BedOnPlan, event: KeyboardEvent) {
  if (event.key === 'Escape') drop()
  if (props.still) return
  const step = stepOf(props.units) * (event.shiftKey ? 10 : 1)
  const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key]
  if (by) {
    event.preventDefault()
    emit('moved', bed.id, by[0] as number, by[1] as number)
  } else if (event.key === 't' || event.key === 'T') emit('turned', bed.id, event.shiftKey ? -15 : 15)
}
</script>

<template>
  <div ref="box" class="grounds">
    <svg :width="frame.wide" :height="frame.tall" :viewBox="`0 0 ${frame.wide} ${frame.tall}`" role="group" aria-label="The plan of the yard">
      <Hatches prefix="grounds" />
      <polygon v-if="plan.edge" class="edge" :points="path(plan.edge)" />
      <g v-for="t in plan.things.filter((one) => one.rings.length)" :key="t.name" :class="['thing', t.kind, { chosen: thing === t.name, free: movable && thing === t.name }]" :data-thing="t.name" :transform="gone('thing', t.name)" @pointerdown="press(t, $event)" @pointermove="go" @pointerup="end" @pointercancel="drop">
        <polygon v-for="(r, n) in t.rings" :key="n" :points="path(r)" :fill="filled(t.kind)" />
      </g>
      <SunCells v-if="map" :map="map" :x="frame.x" :y="frame.y" :scale="frame.scale" />
      <g v-for="t in plan.things" :key="`name-${t.name}`" class="thing">
        <circle v-if="t.kind === 'tree'" class="crown" :cx="frame.x(t.corners[0]?.[0] ?? 0)" :cy="frame.y(t.corners[0]?.[1] ?? 0)" :r="(t.wide / 2) * frame.scale" />
        <circle v-else-if="SMALL.includes(t.kind)" :class="['spot', { chosen: thing === t.name, free: movable && thing === t.name }]" :data-spot="t.name" :transform="gone('thing', t.name)" :cx="frame.x(t.corners[0]?.[0] ?? 0)" :cy="frame.y(t.corners[0]?.[1] ?? 0)" r="5" @pointerdown="press(t, $event)" @pointermove="go" @pointerup="end" @pointercancel="drop" />
        <text v-if="names.get(`thing ${t.name}`)" class="of-thing" :x="names.get(`thing ${t.name}`)?.x" :y="names.get(`thing ${t.name}`)?.y">{{ t.name }}</text>
      </g>
      <g
        v-for="b in placed" :key="b.id" :class="['bed', state(b), { chosen: chosen === b.id, still }]" :data-bed-on-plan="b.name" role="application" aria-roledescription="bed on the plan" tabindex="0" :aria-label="told(b)" :aria-current="chosen === b.id"
        @pointerdown="begin(b, $event)" @pointermove="go" @pointerup="end" @pointercancel="drop" @keydown="key(b, $event)" @focus="emit('choose', b.id)"
      >
        <polygon :points="path(b.site?.ring ?? [])" />
        <text v-if="names.get(b.id)" aria-hidden="true" class="name" :x="names.get(b.id)?.x" :y="names.get(b.id)?.y">{{ b.name }}</text>
        <text v-if="names.get(`hours ${b.id}`)" aria-hidden="true" class="hours" :x="names.get(`hours ${b.id}`)?.x" :y="names.get(`hours ${b.id}`)?.y">{{ hours(b) }}</text>
        <title>{{ b.name }}{{ states?.[b.id] ? `, ${states[b.id]}` : '' }}</title>
        <path v-if="states?.[b.id]?.startsWith('all')" class="cut" aria-hidden="true" :transform="`translate(${middle(b.site?.ring ?? []).x} ${middle(b.site?.ring ?? []).y + 20})`" d="M-6 0l4 4l8 -8" />
      </g>
      <g v-if="outlined.length" class="handles">
        <polygon v-if="outlined.length > 2" :points="path(outlined)" /><polyline v-else :points="path(outlined)" />
        <circle v-for="h in handles" :key="h.path" :class="{ free: h.free }" :data-corner-on-plan="h.path" :cx="frame.x(h.x)" :cy="frame.y(h.y)" :r="h.free ? 8 : 4" :transform="gone('corner', h.path)" @pointerdown="h.free && hold({ what: 'corner', key: h.path, ring: [[h.x, h.y]] }, $event)" @pointermove="go" @pointerup="end" @pointercancel="drop"><title>{{ h.free ? 'Drag this corner' : 'This corner was measured in; change its tapes in its row.' }}</title></circle>
      </g>
      <g class="north" :transform="`translate(${frame.wide - 24} 30) rotate(${-plan.north})`"><path d="M0 14V-12M-5 -4L0 -14L5 -4" /><text aria-hidden="true" y="-17" :transform="`rotate(${plan.north} 0 -20)`">N</text></g>
      <ScaleBar :scale="frame.scale" :x="MARGIN" :y="frame.tall - 14" :units="units" />
    </svg>
  </div>
</template>

<style scoped>
.grounds { min-width: 0; }
svg { display: block; max-width: 100%; touch-action: pan-y; }
.edge { fill: var(--sheet); stroke: var(--ink); stroke-width: 1.6; }
.thing polygon { stroke: var(--ink); stroke-width: 0.8; fill-opacity: 0.55; }
.fence polygon, .wall polygon { fill: var(--ink); stroke-width: 2; fill-opacity: 1; }
.lawn polygon { fill: none; stroke-dasharray: 2 4; }
.drain_field polygon, .store polygon { fill: none; stroke: var(--rust); stroke-dasharray: 8 4; }
.store polygon { stroke: var(--faint); }
.service polygon { fill: var(--rust); fill-opacity: 0.25; stroke: var(--rust); stroke-dasharray: 10 3 2 3; }
.hatch polygon { fill: none; stroke-width: 1.6; }
.tree polygon { fill: var(--log); }
.tap polygon, .gate polygon, .workshop polygon { display: none; }
.thing.free, .spot.free { cursor: grab; touch-action: none; }
.thing.chosen polygon, .spot.chosen { stroke: var(--chalk); stroke-width: 3; }
.handles polygon, .handles polyline { fill: none; stroke: var(--chalk); stroke-width: 1.6; pointer-events: none; }
.handles circle { fill: var(--chalk); stroke: var(--paper); stroke-width: 1.6; }
.handles .free { cursor: move; touch-action: none; }
.crown { pointer-events: none; fill: none; stroke: var(--faint); stroke-dasharray: 5 4; }
.spot { fill: var(--paper); stroke: var(--ink); stroke-width: 1.6; }
text { font: 12px var(--words, inherit); text-anchor: middle; fill: var(--ink); paint-order: stroke; stroke: var(--paper); stroke-width: 3px; pointer-events: none; }
.of-thing { fill: var(--faint); }
.bed { cursor: grab; outline: none; touch-action: none; }
.bed polygon { fill: var(--earth); stroke: var(--post-line); stroke-width: 3; }
.bed.still { cursor: pointer; }
.bed.look polygon { stroke: var(--rust); stroke-dasharray: 7 3; }
.bed.chosen polygon, .bed:focus-visible polygon { stroke: var(--chalk); stroke-width: 4; stroke-dasharray: none; }
.bed text { font-weight: 700; }
.bed .cut { fill: none; stroke: var(--moss); stroke-width: 2.4; }
.bed .hours { font: 12px var(--figures); font-weight: 400; }
.north path { fill: none; stroke: var(--ink); stroke-width: 1.6; }
@media print { .bed polygon { fill: white; } }
</style>
