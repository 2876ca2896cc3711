import createClient from 'openapi-fetch'

import type { components, paths } from './schema'

type Shapes = components['schemas']
export type Design = Shapes['Design-Output']
export type Plan = Shapes['Plan']
export type Bed = Shapes['BedOut']
export type YardBed = Shapes['YardBed']
export type Catalogue = Shapes['Catalogue']
export type Worked = Shapes['Worked']
export type WatchOut = Shapes['WatchOut']
export type FieldProblem = Shapes['FieldProblem']
export type ProblemDetails = Shapes['ProblemDetails']
export type View = Shapes['View']
export type Dimension = Shapes['Dimension']
export type PlannedStick = Shapes['PlannedStick']
export type FillLayer = Shapes['FillLayer']
export type Cut = Shapes['Cut']
export type Layer = Shapes['Layer']
export type Buy = Shapes['Buy']
export type Offer = Shapes['Offer']
export type Asked = Shapes['Asked']
export type Stage = Shapes['OpenStage']
export type Solids = Shapes['Solids']
export type Curve = Shapes['BowCurve']
export type Remedy = Shapes['Remedy']
export type Weighed = Shapes['Weighed']
export type Rates = Shapes['Rates']
export type Fixing = Shapes['Fixing']
export type Units = 'metric' | 'imperial'

const http = createClient<paths>({ baseUrl: '' })

/** The server's answer, or what it refuses; `offline` when it could not be reached. */
export type Answer<T> = { ok: true; value: T } | { ok: false; problem: ProblemDetails }

const offline: ProblemDetails = { type: '/problems/offline', title: 'The server cannot be reached.', status: 0, detail: 'The server cannot be reached. What you typed is kept in this browser.', problems: [], saved: null }

async function answer<T>(call: Promise<{ data?: unknown; error?: unknown; response: Response }>): Promise<Answer<T>> {
  try {
    const { data, error, response } = await call
    if (response.ok) return { ok: true, value: data as T }
    return { ok: false, problem: (error as ProblemDetails | undefined) ?? { ...offline, status: response.status, title: response.statusText } }
  } catch (reason) {
    if (reason instanceof DOMException && reason.name === 'AbortError') throw reason
    return { ok: false, problem: offline }
  }
}

const from = (revision: number) => ({ 'If-Match': `"${revision}"` })
const bedPath = (bed_id: string) => ({ path: { bed_id } })

export const api = {
  stock: () => answer<Catalogue>(http.GET('/api/stock')),
  constructions: (units: Units) => answer<Offer[]>(http.GET('/api/constructions', { params: { query: { units } } })),
  changeConstruction: (design: Design, kind: string) => answer<{ design: Design; dropped: string[] }>(http.POST('/api/change-construction', { body: { design, kind } as never })),
  remedies: (design: Design) => answer<Remedy[]>(http.POST('/api/remedies', { body: design as never })),
  weighUp: (designs: Design[], rates?: Partial<Rates>) => answer<Weighed>(http.POST('/api/weigh-up', { body: { designs, ...(rates ? { rates } : {}) } as never })),
  plan: (design: Design, signal: AbortSignal, effort = 1) => answer<Plan>(http.POST('/api/plan', { params: { query: { effort, light: true } }, body: design as never, signal })),
  solids: (design: Design) => answer<{ solids: Solids }>(http.POST('/api/plan', { params: { query: { chapters: 'solids' } }, body: design as never })),
  stages: () => answer<Stage[]>(http.GET('/api/stages')),
  beds: () => answer<YardBed[]>(http.GET('/api/beds')),
  bed: (id: string) => answer<Bed>(http.GET('/api/beds/{bed_id}', { params: bedPath(id) })),
  make: (design: Design) => answer<Bed>(http.POST('/api/beds', { body: design as never })),
  change: (id: string, revision: number, design: Design) =>
    answer<Bed>(http.PUT('/api/beds/{bed_id}', { params: { ...bedPath(id), header: from(revision) as never }, body: design as never })),
  step: (id: string, revision: number, way: 'undo' | 'redo') =>
    answer<Bed>(http.POST('/api/beds/{bed_id}/{way}', { params: { path: { bed_id: id, way }, header: from(revision) as never } })),
  copy: (id: string) => answer<Bed>(http.POST('/api/beds/{bed_id}/copy', { params: bedPath(id) })),
  remove: (id: string, revision: number) => answer<undefined>(http.DELETE('/api/beds/{bed_id}', { params: { ...bedPath(id), header: from(revision) as never } }) as never),
  restore: (id: string) => answer<Bed>(http.POST('/api/beds/{bed_id}/restore', { params: bedPath(id) })),
  tick: (id: string, kind: string, key: string, done: boolean) => {
    const params = { path: { bed_id: id, kind, key } }
    return answer<Bed>(done ? http.PUT('/api/beds/{bed_id}/ticks/{kind}/{key}', { params }) : http.DELETE('/api/beds/{bed_id}/ticks/{kind}/{key}', { params }))
  },
}
