import { expect, it } from 'vitest'

import { all, bedHere, begin, board, button, choose, counts, designOf, field, fill, goTo, gone, holds, key, makeBed, makeYard, openBed, openYard, pathHere, planOf, planOfYard, press, putYard, saved, scrollTo, sees, seriousFindings, textOf, unfold, until, yardOf, type Document } from './page'

/* The page of a yard: its beds, what they share, and the plan on which they stand. */

const wide = (name: string) => board(name, { outline: { shape: 'rectangle', length: '8 ft', width: '5 ft', measured: 'outside' } })

it('a yard shows its beds, its money and what needs a look', async () => {
  const yard = await makeYard()
  await makeBed(wide('Wide'), yard)
  await openYard(yard)
  await sees('[data-bed=Wide]', '8′ × 5′')
  await sees('[data-bed=Wide] svg')
  await sees('[aria-label="What the beds share"]', 'for 1 bed,')
  const link = await button('Wide', await sees('[aria-label="What the beds share"]'))
  await press(link)
  await until(() => expect(bedHere()).toMatch(/-/))
  await holds(await field('Width, outside'), '5 ft')
})

it('the saw of the yard is every bed’s', async () => {
  const yard = await makeYard()
  const bed = await makeBed(board('Sawn'), yard)
  await openYard(yard)
  await unfold('The saw')
  await fill(await field(/^Kerf$/), '3/16 in')
  await sees('#echo-saw-kerf', '4.8 mm')
  await saved()
  expect((await yardOf(yard)).saw).toMatchObject({ kerf: '3/16 in' })
  await openBed(bed, 'bench')
  await press('.proof')
  await sees('[role=note]', 'kerf 3⁄16″')
  await press('.proof')
  await unfold('The saw, for this bed')
  await fill(await field(/^Kerf$/), '2 mm')
  await saved()
  expect((await designOf(bed)).bench).toEqual({ kerf: '2 mm' })
})

it('what is to hand costs nothing and can be undone', async () => {
  const yard = await makeYard()
  await makeBed(board('To hand'), yard)
  await openYard(yard)
  const row = "[data-bed='To hand']"
  const before = textOf(await sees(row, '$'))
  await press(await button('Sticks to hand'))
  await choose(await field('Stock of row 1'), 'spruce-2x8')
  await fill(await field('Length to hand'), '16 ft')
  await saved()
  await until(() => expect(all(row).map(textOf)).not.toContain(before))
  await press(await button('Undo'))
  await until(async () => expect((await yardOf(yard)).pile).not.toEqual([{ stock: 'spruce-2x8', length: '16 ft', count: 1 }]))
  await saved()
})

it('tax is shown where things are bought', async () => {
  const yard = await makeYard()
  const bed = await makeBed(board('Taxed'), yard)
  await openYard(yard)
  await unfold('The place')
  await fill(await field('Tax on top'), '101')
  await sees("[id='wrong-tax']", '101')
  await fill(await field('Tax on top'), '10')
  await saved()
  await sees('[aria-label="What the beds share"]', 'tax of 10 % comes on top')
  await openBed(bed, 'bench')
  await sees('[data-buy=taxed]', 'with 10 % tax')
})

it('a bed is moved to another yard', async () => {
  const [here, there] = [await makeYard({ name: 'Here' }), await makeYard({ name: 'Over there' })]
  await makeBed(board('Mover'), here)
  await openYard(here)
  await choose(await field('Move Mover to another yard'), there)
  await gone('[data-bed=Mover]')
  await openYard(there)
  await sees('[data-bed=Mover]', '8′ × 4′')
})

it('bad input is named beside its field', async () => {
  await openYard(await makeYard())
  await unfold('The saw')
  await fill(await field(/^Kerf$/), '2 m')
  await sees("[id='wrong-saw.kerf']", 'Allowed: 0 mm to 10 mm')
  await sees('.save', 'not saved')
  await fill(await field(/^Kerf$/), '3 mm')
  await saved()
})

it('another yard is made, and the last one opens again', async () => {
  await goTo('/')
  await choose(await field(/^Yard$/), 'new')
  await until(() => expect(pathHere()).toMatch(/^\/yard\//))
  await saved()
  await sees('main, .yard, body', 'No beds yet')
  await unfold('The place')
  await fill(await field('Name of the yard'), 'Allotment')
  await choose(await field('Measured in'), 'imperial')
  await saved()
  await button(/^New bed$/)
  await goTo('/practice/metric')
  await goTo('/')
  await until(async () => expect(textOf(((await field(/^Yard$/)) as unknown as HTMLSelectElement).selectedOptions[0] as Element)).toBe('Allotment'))
  await press(await button(/^New bed$/))
  expect(await designOf(await begin('boards'))).not.toHaveProperty('units')
  await button('ft in')
})

it('a yard is put away and brought back', async () => {
  const yard = await makeYard({ name: 'Away with it' })
  await makeBed(board('Kept bed'), yard)
  await openYard(yard)
  await press(await button('Put this yard away'))
  await gone('option', 'Away with it')
  await press(await button('Bring it back'))
  await sees("[data-bed='Kept bed']", '8′ × 4′')
})

it('a yard that is left with something to save leaves the next one alone', async () => {
  const yards = [await makeYard(), await makeYard()] as [string, string]
  await makeBed(board('Bed of one'), yards[0])
  await makeBed(board('Bed of two'), yards[1])
  await openYard(yards[0])
  await unfold('The place')
  await fill(await field('Name of the yard'), 'Left in a hurry')
  await goTo(`/yard/${yards[1]}`)
  await sees("[data-bed='Bed of two']")
  await until(async () => expect((await yardOf(yards[0])).name).toBe('Left in a hurry'))
  await new Promise((go) => setTimeout(go, 500))
  expect(all('[data-bed]').map((e) => e.getAttribute('data-bed'))).toEqual(['Bed of two'])
})

/* Where the beds stand. */

const EDGE = [[0, 0], ['12 m', 0], ['12 m', '9 m'], [0, '9 m']]
const HIGH_WALL = { name: 'High wall', kind: 'wall', height: '3 m', at: [[0, '1 m'], ['6 m', '1 m']] }
const ROW: Document = { schema: 1, name: 'Row', units: 'metric', outline: { shape: 'rectangle', length: '2.4 m', width: '1.2 m' }, construction: { kind: 'boards', board: 'larch-45x195', post: 'post-75x75' }, courses: 2 }
const ON_PLAN = "[data-bed-on-plan='Row']"

/** A yard of 12 × 9 m with a bed on its plan. */
async function laidOut(things: Document[], at: Document = { x: '8 m', y: '5 m' }): Promise<{ yard: string; bed: string }> {
  const yard = await makeYard({ units: 'metric', latitude: 47, outline: EDGE, things })
  const bed = await makeBed(ROW, yard)
  await putYard(yard, { ...(await yardOf(yard)), places: { [bed]: at } })
  return { yard, bed }
}
async function row(): Promise<Element> {
  await unfold('Where each bed stands')
  const found = await sees("[data-place='Row']")
  const head = await until(() => found.querySelector<HTMLElement>('button[aria-expanded]') ?? Promise.reject(new Error('no head')))
  if (head.getAttribute('aria-expanded') === 'false') await press(head)
  return found
}

it('a yard is laid out by typing', async () => {
  const yard = await makeYard({ units: 'metric', latitude: 47 })
  await makeBed(ROW, yard)
  await openYard(yard)
  await fill(await field('How far the yard goes to the right'), '12 m')
  await fill(await field('How far the yard goes up the plan'), '9 m')
  await press(await button('Draw the yard'))
  await sees('svg .edge')
  await unfold('What stands in the yard')
  // A tap off the second wall of the edge: 4 m along it, half a metre into the yard.
  await choose(await field('What is to be drawn'), 'tap')
  await press(await button('Draw it'))
  await choose(await field('Tap, corner 1 is measured'), 'offset')
  await fill(await field(/^Tap, corner 1, wall$/), '2')
  await fill(await field('Tap, corner 1, along the wall'), '4 m')
  await fill(await field('Tap, corner 1, off the wall'), '500')
  await sees('[data-spot=Tap]')
  // A hatch by two tapes from the lower corners: a triangle of 6, 12 and 13.416 m has a right angle.
  await choose(await field('What is to be drawn'), 'hatch')
  await press(await button('Draw it'))
  await choose(await field('Hatch, corner 1 is measured'), 'tapes')
  await fill(await field(/^Hatch, corner 1, tape 1$/), '6 m')
  await fill(await field(/^Hatch, corner 1, tape 2$/), '13.416 m')
  await sees('[data-thing=Hatch]')
  const found = await row()
  await press(await button('Put it on the plan: Row', found))
  await sees(ON_PLAN, 'h')
  await fill(await field('Row, to the right'), '3 m')
  await fill(await field('Row, up the plan'), '2 m')
  await sees("[data-place='Row']", 'fruiting crops')
  await saved()
  const plan = await planOfYard(yard)
  expect(plan.things[0]?.corners).toEqual([[11_500, 4000]])
  const [x, y] = plan.things[1]?.corners[0] as [number, number]
  expect(Math.hypot(x - 0, y - 6000)).toBeLessThan(20)
  expect(plan.beds[0]?.site?.corner).toEqual([3000, 2000])
})

const square = (from: number, to: number) => [[`${from} m`, '4 m'], [`${to} m`, '4 m'], [`${to} m`, '8 m'], [`${from} m`, '8 m']]
it.each<[Document, string]>([
  [{ name: 'Lid', kind: 'hatch', at: [['8.5 m', '5.5 m']] }, 'It must open'],
  [{ name: 'Field', kind: 'drain_field', at: square(7, 11) }, 'does not belong near food'],
  [{ name: 'Deck', kind: 'deck', may_carry: { total_kg: '200 kg' }, at: square(7, 11) }, 'Deck may carry 200 kg'],
])('a bed put over something is told so, by keys alone: $name', async (thing, told) => {
  const { yard, bed } = await laidOut([thing], { x: '1 m', y: '1 m' })
  await openYard(yard)
  const shown = (await sees(ON_PLAN, 'h')) as SVGElement
  expect(textOf(shown)).not.toContain('look')
  shown.focus()
  await sees('[data-place=Row]')
  for (let n = 0; n < 14; n++) await key(ON_PLAN, 'ArrowRight', { shiftKey: true })
  for (let n = 0; n < 8; n++) await key(ON_PLAN, 'ArrowUp', { shiftKey: true })
  await saved()
  await until(async () => expect((await yardOf(yard)).places?.[bed]).toMatchObject({ x: '8000 mm', y: '5000 mm' }))
  await sees('[data-place=Row]', told)
  await until(() => expect(all(ON_PLAN)[0]?.getAttribute('aria-label')).toContain(told))
})

it('beds are lined up and repeated with paths between', async () => {
  const { yard } = await laidOut([], { x: '1 m', y: '1 m' })
  await openYard(yard)
  const found = await row()
  const repeat = async (times: string, path: string) => {
    await fill(await field('Path between the beds like Row'), path)
    await fill(await field('How many more beds like Row'), times)
    await press(await button('Repeat Row', found))
  }
  await repeat('9', '600')
  await sees('[data-place=Row] [role=alert]', /beyond the edge.*up to 3/)
  await repeat('2', 'no path')
  await sees('[data-place=Row] [role=alert]', 'no path')
  await repeat('2', '600')
  await counts('[data-bed-on-plan]', 3)
  await saved()
  expect(Object.values((await yardOf(yard)).places ?? {}).map((p) => p.x).sort()).toEqual(['1 m', '4000 mm', '7000 mm'])
  await choose(await field('Edge of Row that is lined up'), 'upper')
  await choose(await field('What Row is lined up with'), 'yard')
  await press(await button('Line up Row', found))
  await until(async () => expect((await field(/^Row, up the plan$/)).value).toBe('7800 mm'))
})

it('what cannot be drawn is named and kept', async () => {
  const { yard } = await laidOut([HIGH_WALL])
  await openYard(yard)
  await row()
  await fill(await field('Row, to the right'), '40 m')
  await sees('[data-place=Row]', 'beyond the edge of the yard')
  await sees('[data-place=Row]', '40 m')
  await fill(await field('Row, to the right'), '8 m')
  await unfold('What stands in the yard')
  await press("[data-thing-row='High wall'] .fold")
  await fill(await field('Height of High wall'), '0')
  await sees("[id='wrong-things.0.height']", '50 mm to 100000 mm')
  await fill(await field('Height of High wall'), '3 m')
  await choose(await field('High wall, corner 2 is measured'), 'tapes')
  await fill(await field(/^High wall, corner 2, tape 1$/), '1 m')
  await fill(await field(/^High wall, corner 2, tape 2$/), '2 m')
  await sees('[role=alert]', /do not meet.*together at least 12000 mm/)
  await holds(await field(/^High wall, corner 2, tape 1$/), '1 m')
  await choose(await field('High wall, corner 2 is measured'), 'xy')
  await fill(await field('High wall, corner 2, to the right'), '6 m')
  await fill(await field('High wall, corner 2, up the plan'), '1 m')
  await unfold('The place')
  await fill(await field('Latitude'), '95')
  await sees("[id='wrong-latitude']", '95')
  await fill(await field('Latitude'), '47')
  await saved()
})

it('the Site page of a bed shows its place and what it gives', async () => {
  const { bed } = await laidOut([HIGH_WALL, { name: 'Tap', kind: 'tap', at: [['8 m', '8 m']] }])
  await openBed(bed, 'site')
  await sees(ON_PLAN)
  await sees('[data-tick=sun]', 'yes')
  await sees('[data-tick=water]', '1.7 m from Tap')
  await counts('table.months tr', 12)
  await choose(await field('Stands on'), 'gravel')
  await saved()
  await press(await button('Move it on the plan of the yard'))
  await sees('[aria-label="What the beds share"]')
})

/* In the units and the writing of a yard. */

const METRIC = /\d ?(?:mm|cm|m|m²|m³|L|kg|kPa|N|kN|N·m|litres?)(?![\w²³·/])/
const IMPERIAL = /\d ?(?:″|′|ft|yd|lb|psf|psi|plf|ft²|ft³|yd³|lb·ft|cu ft)(?![\w²³·/])/
/** The words of the page, line by line, without what can be chosen. */
function lines(): string[] {
  const page = document.body.cloneNode(true) as HTMLElement
  page.querySelectorAll('style, script, option').forEach((e) => e.remove())
  return [...page.querySelectorAll('p, li, td, th, dt, dd, h1, h2, h3, label, button, legend, text, span')].map(textOf)
}
function meetsOne(own: RegExp, other: RegExp, where: string) {
  expect(lines().some((line) => own.test(line)), where).toBe(true)
  expect(lines().filter((line) => other.test(line)), where).toEqual([])
}

it.each([['metric', 'boards', METRIC, IMPERIAL], ['metric', 'framed_sheet', METRIC, IMPERIAL], ['imperial', 'boards', IMPERIAL, METRIC], ['imperial', 'framed_sheet', IMPERIAL, METRIC]] as const)('a bed from nothing never meets the other system: %s %s', async (units, kind, own, other) => {
  await goTo(`/yard/${await makeYard({ units })}/new/${units}`)
  const bed = await begin(kind)
  for (const stage of ['shape', 'bench', 'fill']) {
    await openBed(bed, stage)
    if (stage === 'shape') {
      await unfold('The soil and the wood it is worked out for')
      await scrollTo('.hair')
      await sees('[data-fit], .hair p:not([role])')
    }
    meetsOne(own, other, stage)
  }
  await goTo(`/bed/${bed}/weigh`)
  await counts('[data-row=cost] td', 3)
  meetsOne(own, other, 'weigh')
})

it('a press shows the other units and changes no bed', async () => {
  const bed = await makeBed(board('Shown'))
  const before = await designOf(bed)
  await openBed(bed)
  await sees('[data-mark=weight]', 'lb')
  await press(await button('ft in'))
  await sees('[data-mark=weight]', 'kg')
  await sees('#echo-length', '2438.4 mm')
  await goTo('/')
  await openBed(bed)
  await sees('[data-mark=weight]', 'kg')
  expect(await designOf(bed)).toEqual(before)
  await press(await button('mm · L'))
  await sees('[data-mark=weight]', 'lb')
})

it('a number without a unit is read in the yard’s', async () => {
  const bed = await makeBed(board('Bare'))
  await openBed(bed)
  await fill(await field('Length, outside'), '90')
  await saved()
  expect((await planOf(bed)).outside.length_mm).toBeCloseTo(90 * 25.4)
  expect((await designOf(bed)).outline).toMatchObject({ length: '90 in' })
  await fill(await field('Length, outside'), '8\' 14"')
  await sees('.wrong', 'more after its feet than a whole one')
})

it('numbers and dates are written as the yard writes them', async () => {
  const yard = await makeYard({ units: 'metric', numbers: 'comma', dates: 'month_first', currency: 'GBP' })
  await openBed(await makeBed({ ...board('Written', { units: 'metric' }), outline: { shape: 'rectangle', length: '6 m', width: '4 ft', measured: 'outside' } }, yard))
  await sees('[data-mark=cost]', /£[\d.]+,\d\d/)
  await sees('.print-head', /[A-Z][a-z]+ \d+, 20\d\d/)
})

/* Weighing up. */

it('a variant that cannot be built is named', async () => {
  await goTo(`/bed/${await makeBed(board('Odd one'))}/weigh`)
  await counts('[data-row=cost] td', 3)
  await press(await button('Remove variant 3'))
  await press(await button('Remove variant 2'))
  await counts('[data-row=cost] td', 1)
  await press(await button('One more variant'))
  await fill(await field('Height of variant 2'), '13 in')
  await sees("[data-variant='1'] .wrong", 'Variant 2')
})

it('a ring is weighed up against blocks and a trough', async () => {
  await goTo(`/bed/${await makeBed({ schema: 1, name: 'Round or not', units: 'metric', outline: { shape: 'circle' }, height: '600 mm', construction: { kind: 'ring', sheet: 'sheet-wave-18', sheets: 5 } })}/weigh`)
  await counts('[data-row=cost] td', 3)
  for (const [n, kind] of [[2, 'blocks'], [3, 'trough']] as const) {
    await choose(await field(`Variant ${n} is built of`), kind)
    await until(async () => expect((await field(`Variant ${n} is built of`)).value).toBe(kind))
  }
  await counts('[data-row=low_beds_area] td', 3)
  await counts('[data-row=growing_area] .better', 1)
  expect(await seriousFindings()).toEqual([])
})
