import type { Component } from 'vue'

import BoardWidths from './BoardWidths.vue'
import HeightQuestion from './HeightQuestion.vue'
import HungOnWall from './HungOnWall.vue'

/** Questions that deserve an instrument of their own, by the name that the core gives it. */
export const instruments: Record<string, Component> = { height: HeightQuestion, height_only: HeightQuestion, widths: BoardWidths, hung: HungOnWall }
