import type { Component } from 'vue'

import BenchSheet from './bench/BenchSheet.vue'
import FillSheet from './fill/FillSheet.vue'
import LevelSheet from './level/LevelSheet.vue'
import PlainSheet from './PlainSheet.vue'
import ShapeSheet from './shape/ShapeSheet.vue'
import SiteSheet from './site/SiteSheet.vue'

interface Sheet {
  sheet: Component
  /** The chapters of the Plan that the sheet shows besides those of every page. */
  chapters: string[]
}

/** What every page of a bed shows: the drawing, the line, the tape, what is understood and what needs a look. */
export const EVERYWHERE = ['understood', 'watch_outs', 'totals', 'ticks', 'across', 'starts', 'buying']

const SHEETS: Record<string, Sheet> = {
  site: { sheet: SiteSheet, chapters: ['site', 'carried'] },
  shape: { sheet: ShapeSheet, chapters: ['outside', 'inside', 'facts', 'notes', 'fixings', 'strength'] },
  bench: { sheet: BenchSheet, chapters: ['outside', 'cuts', 'cutting', 'made', 'sides'] },
  level: { sheet: LevelSheet, chapters: ['ground', 'gauge', 'setting_out'] },
  fill: { sheet: FillSheet, chapters: ['outside', 'inside', 'fill'] },
}

/** The sheet of a stage; one that has none of its own yet shows what its chapters (`own`) worked out. */
export const sheetOf = (stage: string): Component => SHEETS[stage]?.sheet ?? PlainSheet

/** The chapters that the page of a stage shows. */
export const chaptersOf = (stage: string, own: string[]): string[] => [...EVERYWHERE, ...(SHEETS[stage]?.chapters ?? own)]
