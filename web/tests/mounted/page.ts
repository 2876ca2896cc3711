import axe from 'axe-core'
import { computeAccessibleName } from 'dom-accessibility-api'
import { afterEach, beforeAll, expect, inject, vi } from 'vitest'
import { createApp, type App as Mounted } from 'vue'

import App from '@/App.vue'
import type { Design, Grounds, Plan, Readings, Solids, Yard } from '@/api/client'
import { router } from '@/router'
import { attend } from '@/state/outbox'

/* A page of the app, mounted without a browser, over the real core: what a person does on it, and what is read there. */

const core = inject('core')
const WAITS = { timeout: Number(process.env.ACREBOX_WAITS_MS ?? 60_000), interval: 40 }
type Told = string | RegExp
type Target = string | Element

let app: Mounted | null = null
beforeAll(attend)
afterEach(() => {
  app?.unmount()
  app = null
  document.body.innerHTML = ''
})

/** Wait until something holds. */
export const until = <T>(holds: () => T | Promise<T>) => vi.waitFor(holds, WAITS)

/** Go to a page. */
export async function goTo(path: string): Promise<void> {
  await router.push(path)
  if (app) return
  const place = document.createElement('div')
  place.id = 'app'
  document.body.append(place)
  // As main.ts does it.
  app = createApp(App).use(router)
  app.mount(place)
}
/** Open a yard, and wait for it. */
export async function openYard(id: string): Promise<void> {
  await goTo(`/yard/${id}`)
  await saved()
}
/** Go away from every page and come back as one who has just opened the browser. */
export async function reload(): Promise<void> {
  const path = router.currentRoute.value.fullPath
  app?.unmount()
  app = null
  document.body.innerHTML = ''
  await goTo(path)
}
/** Open a bed at a stage, and wait for its sheet. */
export async function openBed(id: string, stage = 'shape'): Promise<void> {
  await goTo(`/bed/${id}/${stage}`)
  await saved()
  await until(() => expect(document.querySelector('main h2')).not.toBeNull())
}
/** Begin a bed of a kind where a construction is chosen; answers its id. */
export async function begin(kind: string): Promise<string> {
  await press(`[data-kind=${kind}]`)
  await until(() => expect(router.currentRoute.value.name).toBe('bed'))
  await saved()
  return bedHere()
}
export const pathHere = () => router.currentRoute.value.path
export const bedHere = () => String(router.currentRoute.value.params.id)

const matches = (said: string, told: Told) => (typeof told === 'string' ? said.includes(told) : told.test(said))
const clean = (text: string | null) => (text ?? '').replace(/\s+/g, ' ').trim()
export const textOf = (element: Element) => clean(element.textContent)
/** How an element is called to who cannot see it; nothing here is hidden by styles. */
const named = (element: Element) => clean(computeAccessibleName(element, { getComputedStyle: () => PLAIN }))
const PLAIN = { display: 'inline', visibility: 'visible', content: '', getPropertyValue: () => '' } as unknown as CSSStyleDeclaration
/** Whatever its name can be made of, had quickly: all of it, and more. */
const around = (element: Element) => element.getAttribute('aria-label') ?? [...(element.tagName === 'BUTTON' ? [] : [...((element as HTMLInputElement).labels ?? [])].map((l) => l.textContent)), element.textContent, element.getAttribute('title')].join(' ')

/** Every element of a selector, those alone that say something. */
export const all = (selector: string, told?: Told, within: ParentNode = document) =>
  [...within.querySelectorAll(selector)].filter((e) => told === undefined || matches(textOf(e), told))
/** Wait until an element is there and says something; answers it. */
export const sees = (selector: string, told?: Told): Promise<Element> => until(() => {
  const [first] = all(selector, told)
  if (!first) throw new Error(`${pathHere()}: no ${selector} says ${String(told)}, but: ${all(selector).map(textOf).join(' | ') || 'none is there'}`)
  return first
})
const one = (target: Target): Promise<Element> => (typeof target === 'string' ? sees(target) : Promise.resolve(target))
/** Scroll to an element, once it is there. */
export const scrollTo = async (target: Target): Promise<void> => (await one(target)).scrollIntoView()
/** Wait until no such element is there any more. */
export const gone = (selector: string, told?: Told) => until(() => expect(all(selector, told).map(textOf)).toEqual([]))
/** Wait until there are so many. */
export const counts = (selector: string, count: number) => until(() => expect(all(selector).length).toBe(count))
/** Wait until the page says that the server has it. */
export const saved = () => until(() => expect(all('.save').map(textOf)).toContain('saved'))

const BUTTONS = 'button, a, [role=button], summary, [aria-expanded]'
const FIELDS = 'input, select, textarea, [role=checkbox]'
/** Those of a name: those that are called so and nothing else, if there are any, before those that have it in theirs. */
function called(found: Element[], name: Told): Element[] {
  const wanted = typeof name === 'string' ? clean(name).toLowerCase() : null
  const names = found.filter((e) => wanted === null || e.hasAttribute('aria-labelledby') || clean(around(e)).toLowerCase().includes(wanted)).map((e) => [e, named(e)] as const)
  if (typeof name !== 'string') return names.filter(([, said]) => name.test(said)).map(([e]) => e)
  const same = names.filter(([, said]) => said === name)
  return (same.length ? same : names.filter(([, said]) => said.toLowerCase().includes(name.toLowerCase()))).map(([e]) => e)
}
/** What is asked for by that label. */
export const field = (label: Told, nth = 0): Promise<HTMLInputElement> => until(() => {
  const found = called(all(FIELDS), label)[nth]
  if (!found) throw new Error(`nothing is labelled ${String(label)}, but: ${all(FIELDS).map(named).join(' | ')}`)
  return found as HTMLInputElement
})
/** Tick a box of that label, unless it is ticked. */
export async function tick(label: Told): Promise<void> {
  const box = await field(label)
  if (!box.checked && box.getAttribute('aria-checked') !== 'true') await press(box)
}
/** Tick off a step, and wait until it is. */
export async function tickStep(step: string): Promise<void> {
  const box = `[data-step=${step}] [role=checkbox]`
  await press(box)
  await until(() => expect(all(box)[0]?.getAttribute('aria-checked')).toBe('true'))
}
/** The button, link or fold of that name. */
export const button = (name: Told, within: ParentNode = document): Promise<HTMLElement> => until(() => {
  const [found] = called(all(BUTTONS, undefined, within), name)
  if (!found) throw new Error(`no button is called ${String(name)}, but: ${all(BUTTONS, undefined, within).map(named).join(' | ')}`)
  return found as HTMLElement
})

/** Type into a field in place of what is there, and leave it. */
export async function fill(target: Target, value: string): Promise<void> {
  const found = (await one(target)) as HTMLInputElement
  found.focus()
  found.value = value
  found.dispatchEvent(new Event('input', { bubbles: true }))
  found.dispatchEvent(new Event('change', { bubbles: true }))
  found.blur()
}
export async function choose(target: Target, value: string): Promise<void> {
  const found = (await one(target)) as HTMLSelectElement
  await until(() => expect([...found.options].map((o) => o.value)).toContain(value))
  found.value = value
  found.dispatchEvent(new Event('change', { bubbles: true }))
}
/** Press something, once it can be. */
export async function press(target: Target): Promise<void> {
  const found = (await one(target)) as HTMLButtonElement
  await until(() => expect(found.disabled || found.getAttribute('aria-disabled') === 'true').toBe(false))
  found.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true }))
}
export async function key(target: Target, name: string, more: KeyboardEventInit = {}): Promise<void> {
  const found = await one(target)
  for (const kind of ['keydown', 'keyup']) found.dispatchEvent(new KeyboardEvent(kind, { key: name, bubbles: true, cancelable: true, ...more }))
}
/** Unfold what is folded under a button of that name. */
export async function unfold(name: string): Promise<void> {
  const fold = (await sees('[aria-expanded], .n-collapse-item__header-main', name)) as HTMLElement
  if (fold.getAttribute('aria-expanded') !== 'true') fold.click()
}
/** Hand over a file where one is asked for. */
export async function upload(label: Told, name: string, text: string): Promise<void> {
  const input = await field(label)
  Object.defineProperty(input, 'files', { value: [new File([text], name)], configurable: true })
  input.dispatchEvent(new Event('change', { bubbles: true }))
}
export const valueOf = async (target: Target) => ((await one(target)) as HTMLInputElement).value
/** Wait until a field holds a value. */
export const holds = (target: Target, value: string) => until(async () => expect(await valueOf(target)).toBe(value))
/** The figure of the tape of that mark. */
export const tape = (mark: string): string => textOf(all(`[data-mark=${mark}] dd`)[0] as Element)

/** What axe calls serious or critical; of colours jsdom knows nothing. */
export async function seriousFindings(): Promise<string[]> {
  const found = await axe.run(document, { rules: { 'color-contrast': { enabled: false } } })
  return found.violations.filter((v) => ['serious', 'critical'].includes(v.impact ?? '')).map((v) => `${v.id}: ${String(v.nodes[0]?.target)}`)
}

/* What the server has, asked past the page. */

async function ask<T>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<T> {
  const answer = await fetch(core + path, { method, ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json', ...headers } }) })
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`)
  return (await answer.json()) as T
}
export type Document = Record<string, unknown>
export const makeYard = async (fields: Document = {}) => (await ask<{ id: string }>('POST', '/api/yards', { schema: 1, name: 'Plot 7', ...fields })).id
export const makeBed = async (document: Document, yard?: string) => (await ask<{ id: string }>('POST', `/api/beds${yard ? `?yard=${yard}` : ''}`, document)).id
export const designOf = async (bed: string) => (await ask<{ design: Design }>('GET', `/api/beds/${bed}`)).design
export const yardOf = async (id: string) => (await ask<{ yard: Yard }>('GET', `/api/yards/${id}`)).yard
export const readingsOf = (bed: string) => ask<Readings>('GET', `/api/beds/${bed}/readings`)
export const planOfYard = (id: string) => ask<Grounds>('GET', `/api/yards/${id}/plan`)
/** Change a bed past the page, as another tab would. */
export const changeElsewhere = async (bed: string, revision: number, design: Document) => ask('PUT', `/api/beds/${bed}`, design, { 'If-Match': `"${revision}"` })
export const planOf = async (bed: string) => ask<Plan>('POST', `/api/plan?bed=${bed}`, await designOf(bed))

export const solidsOf = async (bed: string) => (await ask<{ solids: Solids }>('POST', `/api/plan?bed=${bed}&chapters=solids`, await designOf(bed))).solids
export const putYard = (id: string, yard: Document) => ask('PUT', `/api/yards/${id}`, yard, { 'If-Match': '"1"' })

/* Designs to begin with. */

/** 8 × 4 ft of 2×8 boards, two courses. */
export const board = (name: string, more: Document = {}): Document => ({
  schema: 1, name, units: 'imperial', height: '14 1/2 in',
  outline: { shape: 'rectangle', length: '8 ft', width: '4 ft', measured: 'outside' },
  construction: { kind: 'boards', board: '2x8', post: '4x4', corner: 'long_through' }, ...more,
})
