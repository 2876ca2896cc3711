import { expect, it } from 'vitest'

import { all, bedHere, begin, board, button, choose, counts, designOf, field, fill, goTo, gone, makeBed, makeYard, openBed, planOf, press, saved, sees, seriousFindings, solidsOf, tape, tick, until, type Document } from './page'
import { buffersOf } from '@/solid/geometry'

/* Building a bed of each construction, changing it, typing outlines, hanging it on a wall, adding to it. */

const SLEEPERS = { kind: 'sleepers', sleeper: 'sleeper-50x200', post: 'post-75x75' }
const KINDS = { boards: 'Boards on posts', sleepers: 'Sleepers', staves: 'Upright pallet boards', framed_sheet: 'Corrugated sheet on frames' }
const rectangle = (length: string, width: string) => ({ shape: 'rectangle', length, width })
/** A metric bed of sleepers, so many courses high. */
const sleepers = (name: string, length: string, width: string, courses: number, more: Document = {}): Document => ({
  schema: 1, name, units: 'metric', outline: rectangle(length, width), courses, construction: { ...SLEEPERS, ...more },
})

/** Every part of a bed has a surface in the solid view, made of points that there are. */
async function isSolid(bed: string, parts: number) {
  const solids = await solidsOf(bed)
  const { surface, triangleOf, edgeOf } = buffersOf(solids.parts)
  expect(new Set(triangleOf).size).toBe(parts)
  expect(new Set(edgeOf).size).toBe(parts)
  expect(surface.every(Number.isFinite)).toBe(true)
  for (const part of solids.parts) expect(Math.max(...part.triangles, ...part.edges)).toBeLessThan(part.points.length / 3)
}

async function newBed(kind: string): Promise<string> {
  await goTo('/')
  await press(await button('New bed'))
  await sees('[data-kind=boards]')
  return begin(kind)
}

it.each(Object.entries(KINDS))('a bed of %s from nothing', async (kind, title) => {
  const bed = await newBed(kind)
  await sees('.sheet strong', title)
  await fill(await field('Length, outside'), '2.2 m')
  await sees('#echo-length', '2200 mm')
  await saved()
  const plan = await planOf(bed)
  expect(plan.construction).toBe(kind)
  expect(plan.outside.length_mm).toBe(2200)
  await until(() => expect(tape('soil')).toBe(`${Math.round(plan.totals.soil_l).toLocaleString('en')} L`))
  expect(await seriousFindings()).toEqual([])
  await press(await button('Sides and corner'))
  await counts('figure.view', 4 + (plan.drawings?.corners.length ?? 0))
  await openBed(bed, 'bench')
  await counts('[data-cut]', plan.cuts.length)
  await openBed(bed, 'fill')
  await sees('[data-sum=settled]', Math.round(plan.fill.settled_l).toLocaleString('en'))
  await isSolid(bed, plan.parts.length)
})

it('changing the construction keeps what makes sense and says what was dropped', async () => {
  const construction = { kind: 'boards', board: '2x8', post: '4x4', corner: 'long_through', post_limit: '3 ft' }
  const bed = await makeBed(board('Changing', { construction, fill: { gap: '2 in' } }))
  await openBed(bed)
  await press(await button('Build it another way'))
  await press('[data-kind=sleepers]')
  await sees('.said', 'Dropped or changed on the way')
  await sees('.said', 'board: 2x8')
  await saved()
  const design = await designOf(bed)
  expect(design.construction).toMatchObject({ kind: 'sleepers', post_limit: '3 ft' })
  expect(design.outline).toMatchObject({ length: '8 ft' })
  expect(design.fill).toMatchObject({ gap: '2 in' })
  await press(await button('Undo'))
  await field(/^Boards$/)
})

it('an L by its legs, and a U walked side by side', async () => {
  const bed = await newBed('boards')
  await choose(await field('Its outline is'), 'l')
  for (const [label, value] of [['Length, outside', '3 m'], ['Width, outside', '2.5 m'], ['Front leg, wide, outside', '1 m'], ['Left leg, wide, outside', '1 m']] as const) await fill(await field(label), value)
  await saved()
  expect((await planOf(bed)).outside.perimeter_mm).toBe(11_000)
  await choose(await field('Its outline is'), 'polygon')
  await saved()
  const walk: [string, number][] = [['3 m', 90], ['2 m', 90], ['1 m', 90], ['1 m', 270], ['1 m', 270], ['1 m', 90], ['1 m', 90]]
  for (const [n, [length, corner]] of walk.entries()) {
    if (n >= 3) await press(await button('One more side'))
    await fill(await field(new RegExp(`^Side ${n + 1}$`)), length)
    await fill(await field(`Corner after side ${n + 1}, degrees inside the bed`), String(corner))
  }
  await saved()
  const plan = await planOf(bed)
  expect(plan.outside.sides.map((s) => Math.round(s.outside_mm))).toEqual([3000, 2000, 1000, 1000, 1000, 1000, 1000, 2000])
  // 5 m² outside, less a wall of 45 mm round 12 m, its four more outer than inner corners counted once.
  expect(plan.inside.area_m2).toBeCloseTo(5 - 0.045 * (12 - 4 * 0.045), 6)
})

it('a bed hung on a wall', async () => {
  const bed = await makeBed(sleepers('Hung', '4.2 m', '1.1 m', 3))
  await openBed(bed)
  await tick('its back posts bolted to a wall')
  await saved()
  const posts = (await planOf(bed)).cuts.filter((c) => c.role.includes('post'))
  expect(Object.fromEntries(posts.map((c) => [c.role, c.length_mm]))).toEqual({ 'corner post': 1100, 'ledger post': 550 })
  // 1.1 m of bed and a ledger of 75 mm behind it.
  await sees('.came', /Stands out from the wall.*1175 mm/)
  await fill(await field('Height of what is above'), '500 mm')
  await sees('.wrong', 'would cover what is at')
  await fill(await field('Height of what is above'), '900 mm')
  await gone('.wrong')
  await tick('must stay clear of posts')
  await fill(await field('Hatch, from the left'), '0')
  await sees('.wrong', 'would cover the hatch')
  await fill(await field('Hatch, from the left'), '300 mm')
  await saved()
  expect((await planOf(bed)).buying.map((b) => b.item)).toContain('wall-anchor')
})

it('a bench, and what else can be added', async () => {
  const bed = await makeBed(sleepers('Added', '2.4 m', '1.2 m', 3))
  await openBed(bed)
  const before = await planOf(bed)
  for (const box of ['Benches', 'Cross ties', 'A steel strap', 'Trellis feet', 'Hoop sleeves']) {
    await tick(box)
    await saved()
  }
  await tick('Bench on back')
  await sees('.wrong', 'would stand in')
  await choose(await field('Trellis on side'), 'left')
  await saved()
  const plan = await planOf(bed)
  const had = new Set(before.parts.map((p) => p.role))
  const roles = new Set(plan.parts.map((p) => p.role).filter((role) => !had.has(role)))
  expect([...roles].sort()).toEqual(['cross tie', 'hoop sleeve', 'seat bearer', 'seat board', 'seat leg', 'seat rail', 'strap', 'tie cleat', 'trellis upright'])
  expect(plan.inside.volume_l).toBeLessThan(before.inside.volume_l)
  expect(plan.buying.map((b) => b.item)).toContain('strap')
  // What carries it is worked out for those who sit on it, and what the walls come to at the heavy end.
  const [bench] = plan.strength.seats
  await sees('[data-seat]', bench?.says)
  expect(all('[data-seat] li').length).toBe(plan.strength.seats.flatMap((s) => s.rows).length)
  await sees('[data-heavier]', 'people at every edge')
  await openBed(bed, 'bench')
  await counts('[data-cut]', plan.cuts.length)
})

it('fixings are listed with their bite', async () => {
  await openBed(await makeBed(sleepers('Fixed', '2.4 m', '1.2 m', 2, { sleeper: 'sleeper-oak-130x260' })))
  const row = await sees("[data-joint='sleeper to post']", 'pilot')
  await press(await button('Bite', row))
  await sees('[role=note]', 'passed')
})

const STAVES = { kind: 'staves', rail: 'larch-45x70', post: 'post-75x75', average: '95 mm' }
const SHEET = { kind: 'framed_sheet', sheet: 'sheet-wave-18', rail: 'larch-45x70', post: 'post-75x75' }
const L = { shape: 'l', length: '3 m', width: '2 m', front: '1 m', left: '1 m' }
it.each<[string, Document, string, string, string]>([
  ['joints', sleepers('Refused', '4 m', '1.2 m', 2), 'Joints overlap by', '2 m', 'apart'],
  ['staves', { schema: 1, name: 'Refused', outline: rectangle('2.4 m', '1.2 m'), construction: STAVES, height: '480 mm' }, 'Average width', '5 mm', 'no pallet board'],
  ['sheet', { schema: 1, name: 'Refused', outline: rectangle('2.4 m', '1.2 m'), construction: SHEET, height: '700 mm' }, 'Height', '1.2 m', 'cannot stand'],
  ['an L', board('Refused', { outline: L }), 'Front leg, wide, outside', '2.5 m', 'leaves nothing'],
])('what cannot be built is named and the last plan stays: %s', async (_, document, label, typed, says) => {
  await openBed(await makeBed(document))
  const soil = tape('soil')
  await fill(await field(label), typed)
  await sees('.wrong', says)
  expect(tape('soil')).toBe(soil)
})

it('an outline that crosses itself is refused', async () => {
  const bed = await newBed('boards')
  await choose(await field('Its outline is'), 'polygon')
  await saved()
  await fill(await field('Corner after side 2, degrees inside the bed'), '20')
  await sees('.wrong', 'cannot be closed')
  expect((await designOf(bed)).outline).toMatchObject({ sides: [{}, { corner: 90 }, {}] })
})

it('the cut list tells ends and notches', async () => {
  const construction = { ...SHEET, post: 'post-100x100', post_drop: '20 mm' }
  const bed = await makeBed({ schema: 1, name: 'Told', units: 'metric', outline: rectangle('2.4 m', '1.2 m'), courses: 1, construction, add_ons: { cap: { board: '2x6', corner: 'mitred' } } })
  await openBed(bed, 'bench')
  await sees('tr.shape', 'mitre at both ends: long edge')
  await sees('tr.shape', 'notch at')
})

/* The round ones, and those that stand already. */

const ROUND = {
  ring: ['A ring of sheet', 'seam_screws'], blocks: ['Hollow blocks', 'corner_blocks'], trough: ['A trough', 'capacity'],
  tote: ['Half a caged tank', 'tanks'], drum: ['Half a drum', 'tanks'],
} as const
const ring = (name: string, more: Document = {}): Document => ({ schema: 1, name, units: 'metric', outline: { shape: 'circle' }, height: '600 mm', construction: { kind: 'ring', sheet: 'sheet-wave-18', sheets: 5, ...more } })
const one_of_each = (['metric', 'imperial'] as const).flatMap((units) => Object.entries(ROUND).map(([kind, [title, fact]]) => [units, kind, title, fact] as const))

it.each(one_of_each)('one of each from nothing, %s: %s', async (units, kind, title, fact) => {
  const yard = await makeYard({ name: `Rounds ${kind} ${units}`, units })
  await goTo(`/yard/${yard}/new/${units}`)
  const bed = await begin(kind)
  await sees('.sheet strong', title)
  await sees(`[data-fact=${fact}]`)
  const plan = await planOf(bed)
  // No red on a first bed.
  await gone('.watch-out.stop, .watch-out.fix')
  expect(plan.watch_outs.filter((w) => w.level !== 'note')).toEqual([])
  expect(await seriousFindings()).toEqual([])
  await press(await button('Sides and corner'))
  await openBed(bed, 'bench')
  await counts('[data-cut]', plan.cuts.length)
  await openBed(bed, 'fill')
  await sees('[data-sum=settled]')
  await isSolid(bed, plan.parts.length)
})

it('boards become each of them and come back', async () => {
  const bed = await makeBed(board('Turning', { outline: rectangle('2.4 m', '1.2 m') }))
  await openBed(bed)
  for (const [kind, [title]] of Object.entries(ROUND)) {
    await press(await button('Build it another way'))
    await press(`[data-kind=${kind}]`)
    await sees('.said[role=status]', 'board: ')
    await sees('strong', title)
    await saved()
    expect((await designOf(bed)).construction.kind).toBe(kind)
    await press(await button(/^Good$/))
    await press(await button('Build it another way'))
    await press('[data-kind=boards]')
    await field(/^Boards$/)
    await saved()
    await press(await button(/^Good$/))
    if (kind !== 'ring') continue
    await press(await button('Undo'))
    await field('Sheets round')
    await saved()
    await press(await button('Undo'))
    await until(async () => expect((await field(/^Boards$/)).value).toBe('spruce-2x8'))
    await saved()
    expect((await designOf(bed)).outline).toMatchObject({ length: '2.4 m' })
  }
})

it('a ring by its sheets and by its diameter', async () => {
  const bed = await makeBed(ring('By sheets'))
  await openBed(bed)
  await sees('[data-fact=diameter]', '1210 mm')
  await fill(await field('Sheets round'), '6')
  await sees('[data-fact=diameter]', '1451 mm')
  // Two sheets close no ring: said beside the field, and the last good plan stays.
  await fill(await field('Sheets round'), '2')
  await sees('.wrong', 'close no ring')
  await sees('[data-fact=diameter]', '1451 mm')
  await fill(await field('Sheets round'), '')
  await sees('.wrong', 'wants a diameter')
  await fill('#diameter', '1.6 m')
  await sees('[data-fact=smaller]', '1451 mm')
  await sees('[data-fact=larger]', '1693 mm')
  await saved()
  expect((await planOf(bed)).facts.sheets?.amount).toBe(7)
})

it('a cap is ticked, and the ring measured for roundness', async () => {
  const bed = await makeBed(ring('Capped'))
  await openBed(bed)
  await tick(/^A timber cap$/)
  await sees('[data-fact=cap_mitre]', '22.5°')
  await fill(await field('Sides of the cap'), '6')
  await sees('[data-fact=cap_mitre]', '30°')
  for (const [n, [bearing, across]] of [['0', '1.25 m'], ['60', '1.2 m'], ['120', '1.14 m']].entries()) {
    await press("[data-add='construction.measured_across']")
    await fill(await field(/^Bearing$/, n), bearing as string)
    await fill(await field(/^Measured across$/, n), across as string)
  }
  await sees('.sheet', 'push in by')
  await saved()
  const found = (await planOf(bed)).facts.measured_out_of_round
  await sees('[data-fact=measured_out_of_round]', found?.text?.split(' ')[0] ?? 'nothing')
})

it('an oval ring asks for ties', async () => {
  await openBed(await makeBed(ring('Oval', { sheets: 7 })))
  await choose(await field('Its outline is'), 'oval')
  await sees('.wrong', 'bulge')
  await tick(/^Ties across$/)
  await sees('[data-fact=tie_rods]')
  await saved()
})

it('a trough as it is sold, and what carries it', async () => {
  const construction = { kind: 'trough', trough: 'trough-oval-1200' }
  const bed = await makeBed({ schema: 1, name: 'Trough', units: 'metric', outline: { shape: 'oval', length: '1200 mm', width: '600 mm' }, construction })
  await openBed(bed)
  expect(all('select').filter((e) => e.getAttribute('aria-label') === 'Its outline is')).toEqual([])
  await choose(await field(/^The trough$/), 'trough-round-900')
  await sees('[data-fact=capacity]', '382 L')
  await choose(await field('The bed stands on'), 'blocks')
  await sees('[data-fact=footing_blocks]', /[1-9]\d* blocks/)
  await choose(await field('The bed stands on'), 'deck')
  await fill(await field('It may carry, in all'), '200 kg')
  await sees('.watch-out', 'may stand there')
  await saved()
  expect((await planOf(bed)).watch_outs.map((w) => w.code)).toContain('may-carry')
})

it('the other half becomes a bed, and both pay half', async () => {
  const yard = await makeYard({ name: 'Halves' })
  const tote = { kind: 'tote', tote: 'tote-1000', history: 'food', half: 'lower' }
  const bed = await makeBed({ schema: 1, name: 'Salads', units: 'metric', outline: rectangle('1.2 m', '1 m'), construction: tote }, yard)
  await openBed(bed)
  const before = (await planOf(bed)).totals.stock_cost
  await press('[data-other-half]')
  await sees('.sheet', '“Salads, other half” is in the yard')
  await saved()
  expect((await designOf(bed)).construction).toMatchObject({ halves: 'both' })
  expect((await planOf(bed)).totals.stock_cost).toBeLessThan(before)
  await press(await button('look at it'))
  await until(async () => expect((await field('Which half')).value).toBe('upper'))
  expect((await designOf(bedHere())).construction).toMatchObject({ halves: 'both' })
})
