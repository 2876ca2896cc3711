import { inject, provide, type InjectionKey, type Ref } from 'vue'

import type { FieldProblem, Plan, Units, WatchOut } from '@/api/client'

type Understood = Plan['understood'][string]

/** What a sheet's questions need of the document they ask about, be it a bed or a yard. */
export interface Sheet {
  /** What comes before the paths of its fields, where several documents are asked about on one page. */
  root?: string
  valueAt: (path: string) => unknown
  edit: (path: string, value: unknown) => void
  problems: Ref<FieldProblem[]>
  problemAt: (path: string) => FieldProblem | undefined
  /** The units that figures are shown in, those that the document is planned in, and what is sold there. */
  units: Ref<Units>
  built: Ref<Units>
  priceList: Ref<string | undefined>
  understood: (path: string) => Understood | undefined
  /** The watch-outs that fields of a stage caused. */
  watchOuts: (stage: string, fields: string[]) => WatchOut[]
  /** The sides of the bed by name; none before its plan is there. */
  sides: Ref<string[]>
  /** What something begins with when it is added; nothing before the plan is there. */
  startOf: (path: string) => unknown
}

const KEY: InjectionKey<Sheet> = Symbol('sheet')
export const provideSheet = (sheet: Sheet) => provide(KEY, sheet)

/** The document that the questions around here ask about. */
export function useSheet(): Sheet {
  const sheet = inject(KEY)
  if (!sheet) throw new Error('no document is asked about here')
  return sheet
}
