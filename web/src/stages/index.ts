import type { Component } from 'vue'

import { fetchedLater } from '@/state/reached'
import BenchSheet from './bench/BenchSheet.vue'
import DrainSheet from './drain/DrainSheet.vue'
import FillSheet from './fill/FillSheet.vue'
import LevelSheet from './level/LevelSheet.vue'
import LineSheet from './line/LineSheet.vue'
import PlainSheet from './PlainSheet.vue'
import ShapeSheet from './shape/ShapeSheet.vue'
import SiteSheet from './site/SiteSheet.vue'

interface Sheet {
  sheet: Component
  /** What the stage shows large before the bed itself, and what that is called. */
  large?: { name: string; view: Component }
  /** The chapters of the Plan that the sheet shows besides those of every page. */
  chapters: string[]
}

/** What every page of a bed shows: the drawing, the line, the tape, what is understood and what needs a look. */
export const EVERYWHERE = ['understood', 'watch_outs', 'totals', 'ticks', 'across', 'starts', 'buying']

const SHEETS: Record<string, Sheet> = {
  site: { sheet: SiteSheet, large: { name: 'On the plan', view: fetchedLater(() => import('./site/OnThePlan.vue')) }, chapters: ['site', 'carried'] },
  shape: { sheet: ShapeSheet, chapters: ['outside', 'inside', 'facts', 'notes', 'fixings', 'strength'] },
  bench: { sheet: BenchSheet, large: { name: 'Sticks as cut', view: fetchedLater(() => import('./bench/SticksAsCut.vue')) }, chapters: ['outside', 'cuts', 'cutting', 'made', 'sides'] },
  level: { sheet: LevelSheet, large: { name: 'Stations', view: fetchedLater(() => import('./level/StationsDrawing.vue')) }, chapters: ['ground', 'gauge', 'setting_out'] },
  line: { sheet: LineSheet, large: { name: 'Flat pieces', view: fetchedLater(() => import('./line/LineDrawing.vue')) }, chapters: ['lining'] },
  drain: { sheet: DrainSheet, large: { name: 'The floor', view: fetchedLater(() => import('./drain/DrainDrawing.vue')) }, chapters: ['drainage', 'reservoir'] },
  fill: { sheet: FillSheet, large: { name: 'Layers', view: fetchedLater(() => import('./fill/LayersDrawing.vue')) }, chapters: ['outside', 'inside', 'fill', 'settling', 'nitrogen', 'tipping'] },
}

/** The sheet of a stage; one that has none of its own yet shows what its chapters (`own`) worked out. */
export const sheetOf = (stage: string): Component => SHEETS[stage]?.sheet ?? PlainSheet

/** What a stage shows large before the bed itself. */
export const largeOf = (stage: string) => SHEETS[stage]?.large

/** The chapters that the page of a stage shows. */
export const chaptersOf = (stage: string, own: string[]): string[] => [...EVERYWHERE, ...(SHEETS[stage]?.chapters ?? own)]
