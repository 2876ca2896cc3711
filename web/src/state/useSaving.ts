import { v4 as newName } from 'uuid'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'

import type { Answer, FieldProblem, ProblemDetails } from '@/api/client'
import { read, write } from './paths'
import { alike, merge, type Clash } from './merge'
import { untilReached } from './reached'
import { openTabs, thisTab } from './tab'

export type Found = 'good' | 'wrong' | 'away' | 'late'
export type SaveState = 'saved' | 'saving' | 'held' | 'offline' | 'stale' | 'looking'

/** A document at its newest revision, as the server has it. */
export interface Saved<D> {
  revision: number
  document: D
  can_undo: boolean
  can_redo: boolean
  saved_at: string
}

export interface Draft<D> {
  revision: number
  base: D
  document: D
}

/** How a kind of document is fetched, checked and written. */
export interface Ways<D> {
  draftKey: string
  fetch: () => Promise<Answer<Saved<D>>>
  put: (revision: number, document: D, writeId: string) => Promise<Answer<Saved<D>>>
  step: (revision: number, way: 'undo' | 'redo') => Promise<Answer<Saved<D>>>
  /** Whether a draft can be saved: looked at before every write. `late`: another question went before it. */
  check: (draft: D) => Promise<Found>
  /** The draft could not be sent: where it waits until the line is back, which then sends it. */
  keepWaiting?: (draft: Draft<D>, writeId: string) => Promise<void>
  /** The draft is sent after all: nothing of it waits any more. */
  dropWaiting?: () => Promise<void>
  /** Whether it may be saved at all by who is here. */
  mayWrite?: () => boolean
}

/** The server's answer about something kept, as one about its document; `took` hears of what came. */
export async function asSaved<K, D>(call: Promise<Answer<K>>, savedOf: (kept: K) => Saved<D>, took: (kept: K) => void): Promise<Answer<Saved<D>>> {
  const answer = await call
  if (answer.ok) {
    took(answer.value)
    return { ok: true, value: savedOf(answer.value) }
  }
  const theirs = answer.problem.saved as unknown as K | null | undefined
  return { ok: false, problem: { ...answer.problem, saved: (theirs ? savedOf(theirs) : null) as never } }
}

const SETTLE_MS = 15
const SAVE_MS = 350
const RETRY_MS = 4000

/** One document being worked on: its draft, how it is saved, and what happens when it was changed elsewhere. */
export function useSaving<D extends object>(ways: Ways<D>) {
  const saved = shallowRef<Saved<D> | null>(null)
  const draft = shallowRef<D | null>(null)
  const saveState = ref<SaveState>('saved')
  const problems = shallowRef<FieldProblem[]>([])
  const trouble = ref<string | null>(null)
  const conflict = shallowRef<{ mine: D; saved: Saved<D>; clashes: Clash[] } | null>(null)
  /** What came from elsewhere and was taken in, told once. */
  const changedElsewhere = ref(false)
  let checkTimer: number | undefined
  let saveTimer: number | undefined
  /** Writes go one after another, each from what the one before left. */
  let line: Promise<unknown> = Promise.resolve()
  let gone = false
  /** The write whose answer never came: the server may have it all the same. */
  let unheard: { id: string; document: D } | null = null

  const dirty = () => saved.value !== null && draft.value !== null && !alike(draft.value, saved.value.document)
  function inLine<T>(work: () => Promise<T>): Promise<T> {
    const next = line.then(work, work)
    line = next.catch(() => undefined)
    return next
  }

  /** Where this tab's draft is kept: each tab has a place of its own. */
  let place = ways.draftKey
  function keepDraft() {
    // What is only tried is nobody's draft: it is gone with the page.
    if (ways.mayWrite?.() === false) return
    if (saved.value && draft.value) localStorage.setItem(place, JSON.stringify({ revision: saved.value.revision, base: saved.value.document, document: draft.value }))
  }
  const dropDraft = () => localStorage.removeItem(place)
  /** Have a draft in this tab's place: its own, or one of a tab that is closed, or of an older release. */
  async function takePlace() {
    place = `${ways.draftKey}.${await thisTab()}`
    if (localStorage.getItem(place)) return
    const open = await openTabs()
    const keys = Array.from({ length: localStorage.length }, (_, n) => localStorage.key(n) ?? '')
    const left = keys.filter((key) => key === ways.draftKey || (key.startsWith(`${ways.draftKey}.`) && !open.has(key.slice(ways.draftKey.length + 1))))
    const text = left[0] && localStorage.getItem(left[0])
    if (!left[0] || !text) return
    localStorage.setItem(place, text)
    localStorage.removeItem(left[0])
  }
  function findDraft(): Draft<D> | null {
    const text = localStorage.getItem(place)
    if (!text) return null
    try {
      const found = JSON.parse(text) as Partial<Draft<D>>
      if (found.document && found.base && typeof found.revision === 'number') return found as Draft<D>
    } catch { /* what cannot be read is no draft */ }
    dropDraft()
    return null
  }

  /** Put a new document on screen; planning and saving follow by themselves. */
  function change(next: D) {
    if (!saved.value) return
    draft.value = next
    keepDraft()
    saveState.value = conflict.value ? 'stale' : 'saving'
    window.clearTimeout(checkTimer)
    window.clearTimeout(saveTimer)
    checkTimer = window.setTimeout(() => void settle(), SETTLE_MS)
  }
  /** Change the draft at a path. */
  function edit(path: string, value: unknown, again?: (document: D) => D) {
    if (!draft.value) return
    const next = write(draft.value, path, value)
    change(again ? again(next) : next)
  }

  let checking: { of: D; found: Promise<Found> } | null = null
  /** What comes of the draft as it stands: one look at a time, and again where another question went before it. */
  function checked(of: D): Promise<Found> {
    if (checking?.of !== of) {
      const mine = { of, found: lookAt(of).finally(() => { if (checking === mine) checking = null }) }
      checking = mine
    }
    return checking.found
  }
  async function lookAt(of: D): Promise<Found> {
    for (;;) {
      const found = await ways.check(of)
      if (found !== 'late' || gone || draft.value !== of) return found
    }
  }

  async function settle(): Promise<void> {
    if (!draft.value) return
    const found = await checked(draft.value)
    window.clearTimeout(saveTimer)
    if (found === 'good') saveTimer = window.setTimeout(() => void save(), SAVE_MS)
    else if (found === 'wrong') saveState.value = 'held'
    else if (found === 'away') await wait(newName())
  }

  /** The server is away: what is typed waits in this browser, and is tried again. */
  async function wait(writeId: string) {
    saveState.value = 'offline'
    if (!saved.value || !draft.value) return
    const left = { revision: saved.value.revision, base: saved.value.document, document: draft.value }
    const waits = ways.keepWaiting ? await ways.keepWaiting(left, writeId).then(() => true, () => false) : false
    if (!waits && !gone) saveTimer = window.setTimeout(() => void settle(), RETRY_MS)
  }

  function save(): Promise<void> {
    window.clearTimeout(saveTimer)
    saveTimer = undefined
    return inLine(async () => {
      if (!saved.value || !draft.value || conflict.value) return
      if (!dirty()) return settled()
      if (ways.mayWrite?.() === false) {
        saveState.value = 'looking'
        return
      }
      const sent = draft.value
      // What was sent before and not heard of is the same write still.
      const writeId = unheard && alike(unheard.document, sent) ? unheard.id : newName()
      await ways.dropWaiting?.().catch(() => undefined)
      const answer = await ways.put(saved.value.revision, sent, writeId)
      if (!answer.ok && answer.problem.status === 0) unheard = { id: writeId, document: sent }
      if (answer.ok) taken(answer.value, sent)
      else await refused(answer.problem, sent, writeId)
      if (answer.ok || answer.problem.status !== 0) unheard = null
    })
  }

  function settled() {
    dropDraft()
    trouble.value = null
    saveState.value = 'saved'
  }

  /** The server has `sent`; what was typed meanwhile is saved next. */
  function taken(fresh: Saved<D>, sent: D) {
    saved.value = fresh
    if (draft.value === sent) {
      draft.value = fresh.document
      settled()
    } else keepDraft()
  }

  async function refused(problem: ProblemDetails, mine: D, writeId: string) {
    if (problem.status === 412 && problem.saved) elsewhere(problem.saved as unknown as Saved<D>, mine)
    else if (problem.problems?.length) {
      problems.value = problem.problems
      saveState.value = 'held'
    } else if (problem.status === 403) {
      trouble.value = problem.detail
      saveState.value = 'held'
    } else {
      trouble.value = problem.detail
      await wait(writeId)
    }
  }

  /** It was changed elsewhere: edits of other fields are put together, the same field changed twice is shown. */
  function elsewhere(theirs: Saved<D>, mine: D) {
    // What stands there may be this tab's own write, whose answer was lost.
    const own = unheard !== null && alike(theirs.document, unheard.document)
    const base = own ? theirs.document : (saved.value?.document ?? theirs.document)
    const { document, clashes } = merge(base, draft.value ?? mine, theirs.document)
    if (clashes.length) {
      conflict.value = { mine: draft.value ?? mine, saved: theirs, clashes }
      saveState.value = 'stale'
      return
    }
    saved.value = theirs
    if (!own && !alike(theirs.document, mine)) changedElsewhere.value = true
    if (alike(document, theirs.document)) {
      draft.value = theirs.document
      settled()
      void ways.check(theirs.document)
    } else change(document)
  }

  /** Open it; a draft left in this browser is taken up again, upon what it has become meanwhile. What is saved is
      shown first, so that there is something good to see beside a draft that is not. */
  async function open(show?: (document: D) => Promise<unknown>): Promise<ProblemDetails | null> {
    const answer = await untilReached(ways.fetch, (detail) => (trouble.value = detail), () => gone)
    if (!answer.ok) return answer.problem
    saved.value = answer.value
    draft.value = answer.value.document
    await show?.(answer.value.document)
    await takePlace()
    const left = findDraft()
    if (!left || alike(left.document, answer.value.document)) {
      dropDraft()
      return null
    }
    if (left.revision === answer.value.revision) change(left.document)
    else {
      saved.value = { ...answer.value, revision: left.revision, document: left.base }
      draft.value = left.document
      elsewhere(answer.value, left.document)
    }
    return null
  }

  /** Settle a conflict; nothing is thrown away. `keep` makes something of mine first, and says whether it could. */
  async function resolve(choice: 'saved' | 'mine', keep?: (mine: D) => Promise<boolean>) {
    const both = conflict.value
    if (!both || (keep && !(await keep(both.mine)))) return
    conflict.value = null
    saved.value = both.saved
    draft.value = both.saved.document
    problems.value = []
    settled()
    if (choice === 'mine') change(both.mine)
    else await ways.check(both.saved.document)
  }

  /** Check and save what is typed at once; answers whether the server has it. */
  async function flush(): Promise<boolean> {
    window.clearTimeout(checkTimer)
    if (draft.value && (await checked(draft.value)) === 'good') await save()
    return saveState.value === 'saved'
  }

  async function step(way: 'undo' | 'redo'): Promise<void> {
    if (!saved.value || conflict.value) return
    window.clearTimeout(checkTimer)
    window.clearTimeout(saveTimer)
    if (problems.value.length && way === 'undo') {
      // What is typed now cannot be planned and was never saved: undo takes it back to what was.
      problems.value = []
      draft.value = saved.value.document
      settled()
      await ways.check(saved.value.document)
      return
    }
    if (dirty() && !(await flush())) return
    await inLine(async () => {
      if (!saved.value) return
      const from = draft.value
      const answer = await ways.step(saved.value.revision, way)
      if (!answer.ok) return refused(answer.problem, draft.value as D, newName())
      const typedMeanwhile = draft.value !== from && draft.value !== null && from !== null
      const next = typedMeanwhile ? merge(from, draft.value as D, answer.value.document).document : answer.value.document
      saved.value = answer.value
      if (typedMeanwhile) return change(next)
      draft.value = next
      settled()
      await ways.check(next)
    })
  }

  /** Look whether it was changed elsewhere meanwhile; where it is told to which revision, only if that is another.
      Writes of one's own that are under way come first: what they make is not from elsewhere. */
  async function look(revision?: number | null): Promise<Saved<D> | null> {
    const found = await inLine(async () => {
      if (document.visibilityState !== 'visible' || !saved.value || conflict.value || dirty()) return null
      if (revision && revision <= saved.value.revision) return null
      const answer = await ways.fetch()
      if (!answer.ok || !saved.value || dirty()) return null
      if (answer.value.revision > saved.value.revision) {
        changedElsewhere.value = true
        saved.value = answer.value
        draft.value = answer.value.document
      }
      return answer.value
    })
    if (found && draft.value === found.document) await ways.check(found.document)
    return found
  }

  onScopeDispose(() => {
    gone = true
    window.clearTimeout(checkTimer)
    window.clearTimeout(saveTimer)
    if (dirty() && !problems.value.length && !conflict.value && saveState.value !== 'offline' && saveState.value !== 'looking') void save()
  })

  const valueAt = (path: string) => read(draft.value, path)
  const problemAt = (path: string) => problems.value.find((p) => p.field === path)
  const canUndo = computed(() => Boolean(saved.value?.can_undo) || problems.value.length > 0)
  const canRedo = computed(() => Boolean(saved.value?.can_redo))

  return { saved, draft, saveState, problems, trouble, conflict, changedElsewhere, canUndo, canRedo, open, edit, change, flush, step, resolve, look, elsewhere, taken, valueAt, problemAt }
}
