import createClient from 'openapi-fetch'
import { v4 as newName } from 'uuid'

import type { components, paths } from './schema'

type Shapes = components['schemas']
export type Design = Shapes['Design-Output']
export type Plan = Shapes['Plan']
export type Bed = Omit<Shapes['BedOut'], 'design'> & { design: Design }
export type Changed = Shapes['ChangedOut']
export type Yard = Shapes['Yard-Output']
export type StoredYard = Omit<Shapes['YardOut'], 'yard'> & { yard: Yard }
export type YardBed = Shapes['YardBed']
export type Grounds = Shapes['PlanOut']
export type BedOnPlan = Shapes['BedOnPlan']
export type SunMap = Shapes['MapOut']
export type BestPlace = Shapes['BestOut']
export type Repeated = Shapes['RepeatOut']
export type Place = NonNullable<Yard['places']>[string]
export type BedsOfYard = Shapes['BedsOfYard']
export type Catalogue = Shapes['Catalogue']
export type Worked = Shapes['Worked']
export type WatchOut = Shapes['WatchOut']
export type FieldProblem = Shapes['FieldProblem']
export type ProblemDetails = Shapes['ProblemDetails']
export type View = Shapes['View']
export type Dimension = Shapes['Dimension']
export type PlannedStick = Shapes['PlannedStick']
export type FillLayer = Shapes['FillLayer']
export type FillPurchase = Shapes['FillPurchase']
export type Cut = Shapes['Cut']
export type LinerPiece = Shapes['LinerPieceRow']
export type LinerTaken = Shapes['LinerRow']
export type Template = Shapes['TemplateRow']
export type Layer = Shapes['Layer']
export type Pipe = Shapes['PipeRow']
export type SunkYear = Shapes['SunkYearRow']
export type Season = Shapes['SeasonOut']
export type SeasonDay = Shapes['SeasonDayRow']
export type OtherReservoir = Shapes['OtherRow']
export type Recipe = Shapes['RecipeRow']
export type OtherWay = Shapes['OtherWay']
export type LayerEdit = Shapes['Edit']
export type Weather = Shapes['WeatherOut']
export type Buy = Shapes['Buy']
export type Offer = Shapes['Offer']
export type Asked = Shapes['Asked']
export type Group = Omit<Shapes['Group'], 'questions'> & { questions: Asked[] }
export type Stage = Shapes['OpenStage']
export type Solids = Shapes['Solids']
export type Curve = Shapes['BowCurve']
export type Remedy = Shapes['Remedy']
export type Fit = Shapes['Fit']
export type Weighed = Shapes['Weighed']
export type Rates = Shapes['Rates']
export type Fixing = Shapes['Fixing']
export type Readings = Shapes['ReadingsOut']
export type TakenReading = Shapes['ReadingIn']
export type Checked = Shapes['CheckedOut']
export type PracticeAnswers = Shapes['AnswersIn']
export type SessionOut = Shapes['SessionOut']
export type Strength = Shapes['StrengthOut']
export type Factor = Shapes['FactorOut']
export type FactorSecret = Shapes['SecretOut']
export type Person = Shapes['PersonOut']
export type Invited = Shapes['InvitedOut']
export type SignedIn = Shapes['SignedInOut']
export type Happened = Shapes['EventOut']
export type Units = 'metric' | 'imperial'

const http = createClient<paths>({ baseUrl: '' })

/** The server's answer, or what it refuses; `offline` when it could not be reached. */
export type Answer<T> = { ok: true; value: T } | { ok: false; problem: ProblemDetails }

const offline: ProblemDetails = { id: '', type: '/problems/offline', title: 'The server cannot be reached.', status: 0, detail: 'The server cannot be reached. What you typed is kept in this browser.', problems: [], saved: null }

/** The server is there and its database is not, or has too much to do: as good as offline, until it comes back. */
const AWAY = 503
const BUSY = '/problems/busy'
const SIGN_IN = '/problems/sign-in'
let signInAsked: () => void = () => undefined
/** Be told when somebody has to sign in first. */
export const onSignInAsked = (tell: () => void) => {
  signInAsked = tell
}

const FAILED = [400, 408, 413, 414]
/** A failure with the number by which the log has it; what is refused by its field needs none. */
function numbered(problem: ProblemDetails): ProblemDetails {
  const failed = problem.status >= 500 || FAILED.includes(problem.status)
  if (!failed || !problem.id || problem.problems?.length || problem.detail.includes(problem.id)) return problem
  return { ...problem, detail: `${problem.detail} (In the log it is ${problem.id}.)` }
}

/** What is refused, in one sentence: the first field at fault and what is allowed, else why. */
export function sayRefusal(problem: ProblemDetails): string {
  const wrong = problem.problems?.[0]
  return wrong ? `${wrong.message} Allowed: ${wrong.allowed}.` : problem.detail
}

async function answer<T>(call: Promise<{ data?: unknown; error?: unknown; response: Response }>): Promise<Answer<T>> {
  try {
    const { data, error, response } = await call
    if (response.ok) return { ok: true, value: data as T }
    const problem = error as ProblemDetails | undefined
    if (response.status === AWAY) {
      const detail = problem?.type === BUSY ? 'So much is being worked out that this waits; what you type is kept here.' : 'The yard cannot be reached; what you type is kept here.'
      return { ok: false, problem: { ...offline, title: 'The yard cannot be reached.', detail } }
    }
    if (problem?.type === SIGN_IN) signInAsked()
    return { ok: false, problem: problem ? numbered(problem) : { ...offline, status: response.status, title: response.statusText } }
  } catch (reason) {
    if (reason instanceof DOMException && reason.name === 'AbortError') throw reason
    return { ok: false, problem: offline }
  }
}

/** What was sent to make something and not answered yet, and the name of each: sent again, it counts once. */
const unanswered = new Map<string, string>()
/** Have something made; what the line or the server kept from being answered has its name yet when it is asked again. */
async function made<T>(what: unknown, send: (named: never) => Promise<Answer<T>>): Promise<Answer<T>> {
  const asked = JSON.stringify(what)
  const name = unanswered.get(asked) ?? newName()
  unanswered.set(asked, name)
  const told = await send({ 'Idempotency-Key': name } as never)
  if (told.ok || (told.problem.status > 0 && told.problem.status < 500)) unanswered.delete(asked)
  return told
}

const from = (revision: number, writeId?: string) => ({ 'If-Match': `"${revision}"`, ...(writeId ? { 'Idempotency-Key': writeId } : {}) })
const bedPath = (bed_id: string) => ({ path: { bed_id } })
const yardPath = (yard_id: string) => ({ path: { yard_id } })
/** Which bed or yard something is worked out for, if any. */
export interface Where { bed?: string; yard?: string; shown?: Units }

/** How a plan is asked for: which chapters, what is had of them already, whether workings are wanted. */
export interface Asking {
  bed?: string
  chapters: string[]
  have?: Record<string, string>
  effort?: number
  workings?: boolean
  shown?: Units
  signal?: AbortSignal
}
const marksOf = (have: Record<string, string>) => Object.entries(have).map(([key, mark]) => `${key}:${mark}`).join(',')

export const api = {
  stock: (price_list: string) => answer<Catalogue>(http.GET('/api/stock', { params: { query: { price_list: price_list as never } } })),
  constructions: (units: Units, shown: Units) => answer<Offer[]>(http.GET('/api/constructions', { params: { query: { units, shown } } })),
  changeConstruction: (design: Design, kind: string) => answer<{ design: Design; dropped: string[] }>(http.POST('/api/change-construction', { body: { design, kind } as never })),
  otherHalf: (design: Design) => answer<Design | null>(http.POST('/api/other-half', { body: design as never })),
  remedies: (design: Design, where: Where) => answer<Remedy[]>(http.POST('/api/remedies', { params: { query: where }, body: design as never })),
  fits: (design: Design, where: Where) => answer<Fit[]>(http.POST('/api/fits', { params: { query: where }, body: design as never })),
  recipes: (design: Design, where: Where) => answer<Recipe[]>(http.POST('/api/recipes', { params: { query: where }, body: design as never })),
  keepRecipe: (yard_id: string, name: string, layers: Layer[]) => answer<unknown>(http.PUT('/api/yards/{yard_id}/recipes', { params: yardPath(yard_id), body: { name, layers } as never })),
  dropRecipe: (yard_id: string, name: string) => answer<unknown>(http.DELETE('/api/yards/{yard_id}/recipes/{name}', { params: { path: { yard_id, name } } })),
  otherWays: (design: Design, where: Where) => answer<OtherWay[]>(http.POST('/api/other-ways', { params: { query: where }, body: design as never })),
  moveBoundary: (design: Design, boundary: number, to: string | number, where: Where) => answer<LayerEdit[]>(http.POST('/api/layers-moved', { params: { query: where }, body: { design, boundary, to } as never })),
  season: (design: Design, where: Where & { standin?: boolean }) => answer<Season>(http.POST('/api/season', { params: { query: where }, body: design as never })),
  keepWeather: (yard_id: string, name: string, text: string) => answer<Weather>(http.PUT('/api/yards/{yard_id}/weather', { params: yardPath(yard_id), body: { name, text } })),
  forgetWeather: (yard_id: string) => answer<undefined>(http.DELETE('/api/yards/{yard_id}/weather', { params: yardPath(yard_id) }) as never),
  alternatives: (design: Design, where: Where) => answer<Design[]>(http.POST('/api/alternatives', { params: { query: where }, body: design as never })),
  weighUp: (designs: Design[], where: Where, rates?: Partial<Rates>) => answer<Weighed>(http.POST('/api/weigh-up', { params: { query: where }, body: { designs, ...(rates ? { rates } : {}) } as never })),
  plan: (design: Design, { bed, chapters, have, effort = 1, workings = false, shown, signal }: Asking) =>
    answer<Plan & { marks: Record<string, string> }>(
      http.POST('/api/plan', { params: { query: { bed, chapters: chapters.join(','), effort, workings, shown, ...(workings ? {} : { have: marksOf(have ?? {}) }) } }, body: design as never, signal }),
    ),
  solids: (design: Design, bed: string) => answer<{ solids: Solids }>(http.POST('/api/plan', { params: { query: { bed, chapters: 'solids' } }, body: design as never })),
  stages: () => answer<Stage[]>(http.GET('/api/stages')),
  questions: (units: Units, shown: Units) => answer<{ bed: Group[]; yard: Group[]; weigh: Group[] }>(http.GET('/api/questions', { params: { query: { units, shown } } }) as never),

  yards: () => answer<StoredYard[]>(http.GET('/api/yards')),
  yard: (id: string) => answer<StoredYard>(http.GET('/api/yards/{yard_id}', { params: yardPath(id) })),
  makeYard: (yard: Partial<Yard>) => made(['yard', yard], (header) => answer<StoredYard>(http.POST('/api/yards', { params: { header }, body: yard as never }))),
  changeYard: (id: string, revision: number, yard: Yard, writeId?: string) =>
    answer<StoredYard>(http.PUT('/api/yards/{yard_id}', { params: { ...yardPath(id), header: from(revision, writeId) as never }, body: yard as never })),
  stepYard: (id: string, revision: number, way: 'undo' | 'redo') =>
    answer<StoredYard>(http.POST(`/api/yards/{yard_id}/${way}`, { params: { path: { yard_id: id }, header: from(revision) as never } })),
  beginWork: (id: string) => answer<undefined>(http.POST('/api/yards/{yard_id}/work', { params: yardPath(id) }) as never),
  stopWork: (id: string) => answer<undefined>(http.DELETE('/api/yards/{yard_id}/work', { params: yardPath(id) }) as never),
  removeYard: (id: string, revision: number) => answer<undefined>(http.DELETE('/api/yards/{yard_id}', { params: { ...yardPath(id), header: from(revision) as never } }) as never),
  restoreYard: (id: string) => answer<StoredYard>(http.POST('/api/yards/{yard_id}/restore', { params: yardPath(id) })),

  grounds: (id: string, shown: Units) => answer<Grounds>(http.GET('/api/yards/{yard_id}/plan', { params: { path: { yard_id: id }, query: { shown } } })),
  sunMap: (id: string, month?: number) => answer<SunMap | null>(http.GET('/api/yards/{yard_id}/sun-map', { params: { path: { yard_id: id }, query: { month } } }) as never),
  tryPlace: (id: string, bed: string, place: Place, shown: Units) => answer<BedOnPlan>(http.POST('/api/yards/{yard_id}/stand', { params: { path: { yard_id: id }, query: { shown } }, body: { bed, place } as never })),
  lineUp: (id: string, bed: string, what: string, edge: string) => answer<Place>(http.POST('/api/yards/{yard_id}/line-up', { params: { path: { yard_id: id } }, body: { bed, with: what, edge } as never })),
  repeat: (id: string, bed: string, times: string, toward: string, path: string) => answer<Repeated>(http.POST('/api/yards/{yard_id}/repeat', { params: { path: { yard_id: id } }, body: { bed, times, toward, path } as never })),
  bestPlace: (id: string, bed: string) => answer<BestPlace | null>(http.GET('/api/yards/{yard_id}/best-place', { params: { path: { yard_id: id }, query: { bed } } }) as never),
  beds: (yard: string) => answer<BedsOfYard>(http.GET('/api/beds', { params: { query: { yard } } })),
  bed: (id: string) => answer<Bed>(http.GET('/api/beds/{bed_id}', { params: bedPath(id) })),
  make: (design: Design, yard?: string | null) => made(['bed', design, yard], (header) => answer<Bed>(http.POST('/api/beds', { params: { query: yard ? { yard } : {}, header }, body: design as never }))),
  change: (id: string, revision: number, design: Design, writeId?: string) =>
    answer<Bed>(http.PUT('/api/beds/{bed_id}', { params: { ...bedPath(id), header: from(revision, writeId) as never }, body: design as never })),
  step: (id: string, revision: number, way: 'undo' | 'redo') =>
    answer<Bed>(http.POST(`/api/beds/{bed_id}/${way}`, { params: { path: { bed_id: id }, header: from(revision) as never } })),
  move: (id: string, yard_id: string) => answer<Bed>(http.PUT('/api/beds/{bed_id}/yard/{yard_id}', { params: { path: { bed_id: id, yard_id } } })),
  readings: (id: string) => answer<Readings>(http.GET('/api/beds/{bed_id}/readings', { params: bedPath(id) })),
  takeReading: (id: string, reading: TakenReading) => answer<Readings>(http.POST('/api/beds/{bed_id}/readings', { params: bedPath(id), body: reading })),
  strikeReading: (id: string, reading: string, struck: boolean) => {
    const params = { path: { bed_id: id, reading_id: reading } }
    return answer<Readings>(struck ? http.DELETE('/api/beds/{bed_id}/readings/{reading_id}', { params }) : http.PUT('/api/beds/{bed_id}/readings/{reading_id}', { params }))
  },
  laser: (id: string, station: string, job: TakenReading['job'], at: { right: string; back: string }) => answer<{ written: string }>(http.GET('/api/beds/{bed_id}/laser', { params: { path: { bed_id: id }, query: { station, job, ...at } } })),
  packing: (id: string, gap: string, level: string, reach: string) => answer<{ says: string }>(http.GET('/api/beds/{bed_id}/packing', { params: { path: { bed_id: id }, query: { gap, level, reach } } })),
  practiceReading: (number: number, station: string, turn: number, shown: Units) => answer<{ written: string }>(http.GET('/api/practice/{number}/reading', { params: { path: { number }, query: { station, turn, shown } } })),
  practiceTape: (number: number, which: string, shown: Units) => answer<{ written: string }>(http.GET('/api/practice/{number}/tape', { params: { path: { number }, query: { which, shown } } })),
  practiceCheck: (number: number, answers: PracticeAnswers, shown: Units) => answer<Checked>(http.POST('/api/practice/{number}/check', { params: { path: { number }, query: { shown } }, body: answers })),
  session: () => answer<SessionOut>(http.GET('/api/session')),
  signIn: (body: { name: string; passphrase: string; code: string }) => answer<SessionOut>(http.POST('/api/session', { body })),
  signOut: () => answer<undefined>(http.DELETE('/api/session') as never),
  join: (body: { key: string; name: string; passphrase: string }) => answer<SessionOut>(http.POST('/api/accounts', { body })),
  passphraseStrength: (body: { passphrase: string; name: string }) => answer<Strength>(http.POST('/api/passphrase-strength', { body })),
  accept: (key: string) => answer<undefined>(http.POST('/api/invitations/accept', { body: { key } }) as never),
  changePassphrase: (old: string, fresh: string) => answer<undefined>(http.PUT('/api/account/passphrase', { body: { old, new: fresh } }) as never),
  factor: () => answer<Factor>(http.GET('/api/account/second-factor')),
  beginFactor: (passphrase: string) => answer<FactorSecret>(http.POST('/api/account/second-factor', { body: { passphrase } })),
  confirmFactor: (code: string) => answer<{ codes: string[] }>(http.PUT('/api/account/second-factor', { body: { code } })),
  renewCodes: (body: { passphrase: string; code: string }) => answer<{ codes: string[] }>(http.POST('/api/account/second-factor/codes', { body })),
  giveUpFactor: (body: { passphrase: string; code: string }) => answer<undefined>(http.POST('/api/account/second-factor/off', { body }) as never),
  leave: (body: { name: string; passphrase: string; code: string }) => answer<undefined>(http.POST('/api/account/leave', { body }) as never),
  browsers: () => answer<SignedIn[]>(http.GET('/api/account/sessions')),
  endBrowser: (session_id: string) => answer<undefined>(http.DELETE('/api/account/sessions/{session_id}', { params: { path: { session_id } } }) as never),
  happened: (before?: number) => answer<Happened[]>(http.GET('/api/account/events', { params: { query: { before } } })),
  notices: () => answer<Happened[]>(http.GET('/api/account/notices')),
  readNotices: (place: number) => answer<undefined>(http.PUT('/api/account/notices', { body: { place } }) as never),
  people: (yard_id: string) => answer<Person[]>(http.GET('/api/yards/{yard_id}/people', { params: yardPath(yard_id) })),
  letDo: (yard_id: string, account_id: string, may: 'look' | 'work') => answer<Person[]>(http.PUT('/api/yards/{yard_id}/people/{account_id}', { params: { path: { yard_id, account_id } }, body: { may } })),
  letGo: (yard_id: string, account_id: string) => answer<undefined>(http.DELETE('/api/yards/{yard_id}/people/{account_id}', { params: { path: { yard_id, account_id } } }) as never),
  invitations: (yard_id: string) => answer<Invited[]>(http.GET('/api/yards/{yard_id}/invitations', { params: yardPath(yard_id) })),
  invite: (yard_id: string, may: 'look' | 'work') => answer<{ key: string }>(http.POST('/api/yards/{yard_id}/invitations', { params: yardPath(yard_id), body: { may } })),
  withdraw: (yard_id: string, invitation_id: string) => answer<undefined>(http.DELETE('/api/yards/{yard_id}/invitations/{invitation_id}', { params: { path: { yard_id, invitation_id } } }) as never),
  copy: (id: string) => made(['copy', id], (header) => answer<Bed>(http.POST('/api/beds/{bed_id}/copy', { params: { ...bedPath(id), header } }))),
  remove: (id: string, revision: number) => answer<undefined>(http.DELETE('/api/beds/{bed_id}', { params: { ...bedPath(id), header: from(revision) as never } }) as never),
  restore: (id: string) => answer<Bed>(http.POST('/api/beds/{bed_id}/restore', { params: bedPath(id) })),
  tick: (id: string, kind: string, key: string, done: boolean, length_mm?: number, writeId?: string) => {
    const params = { path: { bed_id: id, kind, key }, ...(writeId ? { header: { 'Idempotency-Key': writeId } } : {}) }
    const put = () => http.PUT('/api/beds/{bed_id}/ticks/{kind}/{key}', { params, body: length_mm === undefined ? null : { length_mm } })
    return answer<Bed>(done ? put() : http.DELETE('/api/beds/{bed_id}/ticks/{kind}/{key}', { params }))
  },
}
