import type { Component } from 'vue'

import BoardWidths from './BoardWidths.vue'
import HeightQuestion from './HeightQuestion.vue'
import HungOnWall from './HungOnWall.vue'
import PartQuestion from './PartQuestion.vue'
import RowsQuestion from './RowsQuestion.vue'
import ShapeQuestion from './ShapeQuestion.vue'
import SidesQuestion from './SidesQuestion.vue'
import WalkedSides from './WalkedSides.vue'

/** Questions that deserve an instrument of their own, by the name that the core gives it. */
export const instruments: Record<string, Component> = {
  height: HeightQuestion,
  height_only: HeightQuestion,
  hung: HungOnWall,
  part: PartQuestion,
  rows: RowsQuestion,
  shape: ShapeQuestion,
  sides: SidesQuestion,
  walked: WalkedSides,
  widths: BoardWidths,
}
