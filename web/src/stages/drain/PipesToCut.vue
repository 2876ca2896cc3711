<script setup lang="ts">
import type { Pipe, Worked } from '@/api/client'
import { useThisBed } from '@/bed/useBed'
import { printLength, typeset } from '@/measure/print'
import Figure from '@/sheet/Figure.vue'

/** Pipe and fittings: what each piece is cut to, and how many there are. */
defineProps<{ pipes: Pipe[]; fittings: { name: string; count: number }[]; holes: number; working?: Record<string, Worked> }>()
const { units } = useThisBed()
const length = (mm: number) => typeset(printLength(mm, units.value))
</script>

<template>
  <section v-if="pipes.length" aria-label="Pipe and fittings">
    <h2>Pipe and fittings</h2>
    <table class="listed">
      <thead><tr><th scope="col">Piece</th><th scope="col">How many</th><th scope="col">Cut to</th><th scope="col">Between middles</th></tr></thead>
      <tbody><tr v-for="p in pipes" :key="p.label" :data-pipe="p.label"><th scope="row">{{ p.label }}</th><td>{{ p.count }}</td><td class="cut"><Figure :text="length(p.length_mm)" :worked="working?.[p.label]" :of="p.label" /></td><td>{{ length(p.middles_mm) }}</td></tr></tbody>
    </table>
    <p>{{ fittings.map((f) => `${f.count} × ${f.name}`).join(', ') }}; {{ holes }} holes in the pipe.</p>
  </section>
</template>

<style scoped>
.cut { white-space: nowrap; }
</style>
