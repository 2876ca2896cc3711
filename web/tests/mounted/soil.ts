import { expect, it } from 'vitest'

import { all, board, button, choose, counts, designOf, field, fill, gone, holds, key, makeBed, makeYard, openBed, planOf, press, saved, scrollTo, sees, seriousFindings, textOf, tickStep, unfold, until, upload, type Document } from './page'

/* Line, Drain and Fill: what keeps the soil in, lets the water out, and what it is made of. */

const box = (length: string, width: string, measured = 'outside') => ({ shape: 'rectangle', length, width, measured })
const MIX = { mix: [{ material: 'garden-soil', share: 50 }, { material: 'compost', share: 50 }], share: 100 }
const LOGS = [{ material: 'logs', depth: '200 mm' }, MIX]
/** 2.4 × 1.2 m outside, four courses. */
const boards = (fill: Document = {}, more: Document = {}): Document => ({ schema: 1, name: 'Layers', units: 'metric', outline: box('2.4 m', '1.2 m'), courses: 4, construction: { kind: 'boards', board: 'larch-45x195', post: 'post-75x75' }, fill, ...more })
const TANK: Document = { schema: 1, name: 'Half tank', units: 'metric', outline: box('1.2 m', '1 m'), construction: { kind: 'tote', tote: 'tote-1000', half: 'lower', history: 'food' } }
const OVAL: Document = { schema: 1, name: 'Trough', units: 'metric', outline: { shape: 'oval', length: '1.6 m', width: '700 mm' }, height: '580 mm', construction: { kind: 'trough' } }
const TROUGH: Document = { schema: 1, name: 'By the tap', units: 'metric', outline: { shape: 'oval', length: '1.6 m', width: '800 mm' }, construction: { kind: 'trough', plug: '40 mm' }, height: '500 mm' }
const SMALL: Document = { ...TROUGH, outline: { shape: 'oval', length: '900 mm', width: '500 mm' } }

async function opened(document: Document, stage: string, yard: Document = {}): Promise<string> {
  const bed = await makeBed(document, await makeYard({ units: 'metric', ...yard }))
  await openBed(bed, stage)
  return bed
}

/* Line. */

it('a bed of two courses is lined', async () => {
  const sleepers = { kind: 'sleepers', sleeper: 'sleeper-100x200', lay: 'edge', post: 'post-100x100' }
  const bed = await opened({ schema: 1, name: 'Two courses', units: 'metric', outline: box('2.4 m', '1.2 m'), construction: sleepers, courses: 2 }, 'line')
  await sees('[data-deep]', '375 mm')
  await sees('figure[data-piece]', 'wall strip')
  await fill('#lining-top', '40')
  await sees('[data-deep]', '360 mm')
  await choose('#lining-coat', 'bitumen')
  await sees('[data-coat]', 'L on')
  await fill('#lining-slack', '0')
  await sees('.watch-out', 'hangs taut')
  await fill('#lining-slack', '4')
  await gone('.watch-out', 'hangs taut')
  await tickStep('coat')
  await saved()
  await counts('tr[data-liner]', (await planOf(bed)).lining.pieces.length)
  await sees('[data-buy=staples]')
  expect(await seriousFindings()).toEqual([])
})

it('an L is lined on its floor and notched round its posts', async () => {
  const bed = await opened(boards({}, { outline: { shape: 'l', length: '2.4 m', width: '2 m', front: '900 mm', left: '900 mm' }, courses: 2 }), 'line')
  await choose('#lining-floor', 'mesh')
  await sees('.watch-out', 'no fabric over it')
  await choose('#lining-floor', 'mesh_and_fabric')
  await gone('.watch-out', 'no fabric over it')
  await sees('figure[data-roll=mesh] svg')
  await sees('figure[data-roll=fabric] svg')
  await saved()
  const mesh = (await planOf(bed)).lining.pieces.filter((p) => p.material === 'mesh')
  expect(mesh.reduce((sum, p) => sum + p.notches, 0)).toBeGreaterThanOrEqual(6)
  await sees('figure[data-piece]', 'notch')
})

it('a trough is lined in one piece, and a roll to hand is cut first', async () => {
  const bed = await opened(SMALL, 'line')
  await sees('[data-lined]', 'not lined')
  await sees('tr[data-liner]', 'screen over a hole')
  await choose('#lining-walls', 'pond')
  await choose('#lining-floor', 'pond')
  await sees('[data-lined]', 'One piece of pond sheet')
  await sees('[data-buy^=pond]')
  await press("[data-add='lining.rolls']")
  await choose('#lining-rolls-0-material', 'pond')
  await fill('#lining-rolls-0-width', '2.5 m')
  await fill('#lining-rolls-0-length', '3 m')
  await gone('[data-buy^=pond]')
  await sees('figure[data-roll=pond]', 'to hand')
  await saved()
  expect((await designOf(bed)).lining).toMatchObject({ rolls: [{ material: 'pond' }] })
})

it('a framed sheet bed is lined, and a roll too narrow is named', async () => {
  const framed = { kind: 'framed_sheet', sheet: 'sheet-wave-18', rail: 'larch-45x70', post: 'post-75x75' }
  const bed = await opened({ schema: 1, name: 'Waves', units: 'metric', outline: box('2.4 m', '1.2 m'), construction: framed, height: '600 mm' }, 'line')
  await sees('[data-deep]', '575 mm')
  await choose('#lining-floor', 'mesh')
  await press('#lining-seams')
  await sees('.wrong', 'the widest roll is')
  // What was chosen stays, and is mended where it stands.
  await holds('#lining-floor', 'mesh')
  await choose('#lining-floor', 'fabric')
  await gone('.wrong', 'the widest roll is')
  await sees('figure[data-roll=fabric]')
  await saved()
  expect((await designOf(bed)).lining).toMatchObject({ seams: false })
})

/* Drain. */

it('a trough is drilled and then plumbed', async () => {
  const bed = await opened(TROUGH, 'drain')
  await sees('[data-drains]', 'holes 12 mm wide')
  await fill('#drainage-count', '6')
  await sees('[data-drains]', '6 holes')
  await press(await button('6 holes, from the outside'))
  await counts('[data-hole]', 6)
  await counts('svg circle.hole', 6)
  // More than the floor takes: named, and kept as it was typed.
  await fill('#drainage-count', '400')
  await sees('.wrong', 'So many do not fit')
  await holds('#drainage-count', '400')
  await fill('#drainage-count', '6')
  await gone('.wrong', 'So many do not fit')
  await choose('#drainage-kind', 'plumbed')
  await counts('[data-pipe]', 4)
  await sees('svg .pipe')
  await saved()
  expect((await designOf(bed)).drainage).toMatchObject({ kind: 'plumbed' })
  await choose('#drainage-kind', 'sealed')
  await sees('.watch-out', 'Its floor is sealed')
  expect(await seriousFindings()).toEqual([])
})

it('a plumbed trough is on the buying list', async () => {
  await opened(SMALL, 'drain')
  await choose('#drainage-kind', 'plumbed')
  await sees('[data-buy^=pipe]')
  await sees('[data-buy^=elbow]', '4')
  await fill('#drainage-tanks', '2')
  await sees("[data-pipe='from plug to plug']")
  await tickStep('dry')
  await saved()
})

it('water is kept under the soil of a trough', async () => {
  const bed = await opened(TROUGH, 'drain')
  await press('#add-reservoir')
  // By hand: half of 500 mm is more than 500 − 25 − 300 = 175 mm; gravel is open by 40 %.
  await sees('[data-kept]', '175 mm deep')
  await choose('#reservoir-medium', 'porous_rock')
  await sees('[data-kept]', 'porous rock')
  await fill('#reservoir-depth', '300')
  await sees('.watch-out', 'roots want')
  // Over the rim: named where it stands, and kept as it was typed.
  await fill('#reservoir-depth', '600')
  await sees('.wrong', 'overflow over the rim')
  await holds('#reservoir-depth', '600')
  await fill('#reservoir-depth', '150')
  await sees('[data-kept]', '150 mm deep')
  await tickStep('test')
  await saved()
  expect((await designOf(bed)).reservoir).toEqual({ medium: 'porous_rock', depth: '150 mm' })
})

it.each([['trough', OVAL], ['half tank', TANK], ['lined box', boards({}, { lining: { walls: 'pond', floor: 'pond' } })]])('a reservoir is piped, tested and lasts: %s', async (_, document) => {
  const bed = await opened(document, 'drain', { latitude: 51 })
  await press('#add-reservoir')
  await sees('[data-kept]', 'of water in coarse gravel')
  await sees('[data-pipe]', 'riser')
  await sees('.watch-out', 'No test with water is recorded')
  await press('#add-water_test')
  await sees('[data-tested]', 'it holds')
  await fill('#reservoir-test-on', '2026-04-11')
  await press('#reservoir-test-ran')
  await fill('#reservoir-test-later', '100')
  await sees('[data-tested]', 'it leaks')
  await scrollTo('.season')
  await sees('[data-season]', 'filled')
  await sees('[data-filled]')
  expect(all('[data-other]').length).toBeGreaterThanOrEqual(6)
  await saved()
  expect((await designOf(bed)).reservoir?.test).toMatchObject({ on: '2026-04-11', ran: true, later: '100 mm' })
})

it('a season runs by a weather file and by the invented year', async () => {
  await opened({ ...TANK, reservoir: { medium: 'gravel', crop: 'tomato' } }, 'drain', { latitude: 51 })
  await scrollTo('.season')
  await sees('.sheet', 'By an invented year')
  const day = (n: number) => new Date(Date.UTC(2026, 5, 1 + n)).toISOString().slice(0, 10)
  const rows = (count: number, weather: string) => Array.from({ length: count }, (_, n) => `${day(n)},${weather}`)
  const file = (lines: string[]) => ['date,tmin_c,tmax_c,rain_mm', ...lines].join('\n')
  const hot = rows(60, '18,33,0')
  await upload('Weather file', 'hot.csv', file(hot))
  await sees('.sheet', 'By hot.csv')
  await sees('[data-season]', 'In the hottest time it lasts')
  await press(await button('When to fill it, and month by month'))
  await sees('[data-dates]', 'Filled on')
  // A gap, a day twice, Fahrenheit: named, and the one before stays.
  await upload('Weather file', 'gap.csv', file([...hot.slice(0, 5), ...hot.slice(7, 12), hot[11] as string]))
  await sees('[data-not-taken]', '2 days are missing')
  await sees('[data-not-taken]', 'comes twice')
  await sees('.sheet', 'By hot.csv')
  await upload('Weather file', 'f.csv', file(rows(9, '61,92,0')))
  await sees('[data-not-taken]', 'Fahrenheit')
  await press(await button('back to the invented year'))
  await sees('.sheet', 'By an invented year')
  expect(await seriousFindings()).toEqual([])
})

it('a bucket tells the open share', async () => {
  await opened({ ...TANK, reservoir: { medium: 'gravel' } }, 'drain')
  await press(await button('How open it is, measured in a bucket'))
  await fill('#reservoir-bucket', '10 L')
  await sees('.wrong', 'A bucket is told by what it holds and what it took.')
  await fill('#reservoir-took', '4.2 L')
  await sees('.sheet', '10 L = 0.42')
})

/* Fill. */

it('the uppermost line is the gap', async () => {
  const bed = await opened(boards({ layers: LOGS }), 'fill')
  await fill('#height-1', '700')
  await key('#height-1', 'Enter')
  await holds('#fill-gap', '80 mm')
  await saved()
  expect((await designOf(bed)).fill).toMatchObject({ gap: '80 mm' })
})

it('a recipe is taken, changed and kept', async () => {
  const yard = await makeYard({ units: 'metric' })
  await openBed(await makeBed(boards(), yard), 'fill')
  await press(await button('Recipes, and your own'))
  const wood = '[data-recipe=wood-below]'
  await sees(wood, 'for roots')
  await press(await button('Fill as Wood below'))
  await holds('#depth-0', '200 mm')
  await sees('[data-nitrogen]', 'dried blood')
  await sees('[data-sinks]', 'after 5 years')
  await sees(`${wood} button`, 'filled so')
  await fill('#depth-0', '150')
  await sees(`${wood} button`, 'Fill so')
  await press(await button('Keep these layers as a recipe'))
  await sees('.sheet', 'Name it first.')
  await fill('#recipe-name', 'Less wood')
  await key('#recipe-name', 'Enter')
  await sees("[data-recipe='Less wood']", 'your own')
  // Another bed of the yard has it too.
  const other = await makeBed({ ...boards(), name: 'Other' }, yard)
  await openBed(other, 'fill')
  await press(await button('Recipes, and your own'))
  await press(await button('Fill as Less wood'))
  await holds('#depth-0', '150 mm')
  await saved()
  expect((await designOf(other)).fill?.layers?.[0]).toMatchObject({ material: 'logs', depth: '150 mm' })
  await press(await button('Take Less wood off the list'))
  await gone("[data-recipe='Less wood']")
})

it('all that is to hand is laid', async () => {
  await opened(boards({ layers: LOGS, heaps: [{ material: 'logs', measured: 'bags', count: 10, holds: '60 L' }] }), 'fill')
  await choose(await field('Layer 1 is given by'), 'hand')
  await sees('[data-layer=logs]', '462 L')
  await holds('#height-0', '182 mm')
  await choose(await field('Material of layer 1'), 'straw')
  await sees('.wrong', 'Nothing of Straw is to hand.')
  await choose(await field('Material of layer 1'), 'logs')
  await gone('.wrong', 'Nothing of Straw')
})

it('another way is taken', async () => {
  const bed = await opened(boards(), 'fill')
  await scrollTo('#ways-title')
  const lower = await sees('[data-way=shallower]', 'saves')
  await sees('[data-way=loads]', 'already')
  await press(await until(() => lower.querySelector('button') ?? Promise.reject(new Error('no button'))))
  await until(async () => expect((await designOf(bed)).courses).toBe(3))
  await saved()
})

it('a heap of ones own is used first', async () => {
  const bed = await makeBed(board('Heap'))
  await openBed(bed, 'fill')
  const before = (await planOf(bed)).fill.cost
  await press("[data-add='fill.heaps']")
  await choose(await field('How it is measured'), 'cone')
  await fill(await field('Heap, across its foot'), '5 ft')
  await fill(await field('Heap, height'), '18 in')
  await saved()
  const planned = (await planOf(bed)).fill
  const soil = planned.purchases.find((p) => p.material === 'garden-soil')
  // A cone holds π d² h / 12; a cubic inch is 0.016387064 L.
  expect((soil?.to_hand_l ?? 0) / (((Math.PI * 60 ** 2 * 18) / 12) * 0.016387064)).toBeCloseTo(1, 3)
  expect(planned.cost).toBeLessThan(before)
  await sees('[data-bought=garden-soil]', 'to hand')
})

it('a layer becomes a mix', async () => {
  const bed = await makeBed(board('Mixed'))
  await openBed(bed, 'fill')
  const material = await field('Material of layer 1')
  await until(() => expect(all('option', 'a mix of several').length).toBeGreaterThan(0))
  await choose(material, (all('option', 'a mix of several')[0] as HTMLOptionElement).value)
  await saved()
  await fill(await field('Share of material 1 in layer 1'), '70')
  await sees('.wrong', 'The mix adds up to 110 %')
  await fill(await field('Share of material 2 in layer 1'), '30')
  await saved()
  expect((await designOf(bed)).fill?.layers?.[0]?.mix?.map((part) => part.share)).toEqual([70, 30])
  await counts('[data-bought]', (await planOf(bed)).fill.purchases.length)
})

it('a fit is taken by one press and undone', async () => {
  const bed = await makeBed(board('Hair', { add_ons: { cap: { board: '2x6', overhang: '3/4 in', corner: 'mitred' } } }))
  await openBed(bed)
  const before = (await planOf(bed)).totals.cost
  await scrollTo('.hair')
  const fit = await sees('[data-fit]', 'saved')
  const [of] = (fit.getAttribute('data-fit') ?? '').split('.')
  const was = await designOf(bed)
  await press(await button('Take it', fit))
  await until(async () => expect((await planOf(bed)).totals.cost).toBeLessThan(before))
  await saved()
  await press(await button(/^Undo$/))
  await until(async () => expect((await planOf(bed)).totals.cost).toBe(before))
  expect((await designOf(bed))[of as keyof typeof was]).toEqual(was[of as keyof typeof was])
})

it('the wood and the soil can be said', async () => {
  const bed = await makeBed(board('Soil'))
  await openBed(bed)
  await unfold('The soil and the wood it is worked out for')
  await choose(await field('The wood is'), 'oak')
  await saved()
  expect(new Set((await planOf(bed)).strength.members.map((m) => m.wood))).toEqual(new Set(['Oak, D24']))
  await fill(await field('Load on top of the soil'), '-1')
  await sees('.wrong', 'cannot be negative')
  await fill(await field('Load on top of the soil'), '500')
  await sees('.wrong', '0.0 psf to')
})

it('a remedy keeps what was changed after it was found', async () => {
  const bed = await makeBed(board('Bowing', { construction: { kind: 'boards', board: '2x8', post: '4x4', corner: 'long_through', post_limit: '8 ft' } }))
  await openBed(bed)
  await scrollTo('.hold')
  await sees("[data-remedy='0']")
  await fill(await field('Name of the bed'), 'Bowing no more')
  await saved()
  await press("[data-remedy='0']")
  await gone('.remedies')
  await saved()
  expect((await designOf(bed)).name).toBe('Bowing no more')
})

it('without WebGL the drawings remain', async () => {
  await openBed(await makeBed(board('No WebGL')))
  await press(await button('Solid'))
  await sees('.drawing', 'This browser has no WebGL')
  await sees('.view.plan')
  await fill(await field('Length, outside'), '7 ft')
  await saved()
  expect(textOf(await sees('.drawing'))).toContain('7′')
})
