import type { Component } from 'vue'

import BenchSheet from './bench/BenchSheet.vue'
import FillSheet from './fill/FillSheet.vue'
import PlainSheet from './PlainSheet.vue'
import ShapeSheet from './shape/ShapeSheet.vue'

const SHEETS: Record<string, Component> = { shape: ShapeSheet, bench: BenchSheet, fill: FillSheet }

/** The sheet of a stage; one that has none of its own yet shows what its chapters worked out. */
export const sheetOf = (stage: string): Component => SHEETS[stage] ?? PlainSheet
