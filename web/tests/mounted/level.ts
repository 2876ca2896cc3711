import { expect, it } from 'vitest'

import { all, button, choose, counts, field, fill, goTo, gone, key, makeBed, makeYard, openBed, press, readingsOf, saved, sees, seriousFindings, textOf, until, type Document } from './page'

/* Level: readings taken, sides taped, the bed made true and passed. */

const BED: Document = { schema: 1, name: 'Level me', units: 'metric', outline: { shape: 'rectangle', length: '2.4 m', width: '1.2 m' }, construction: { kind: 'boards', board: 'larch-45x195', post: 'post-75x75' }, courses: 2 }
const CORNERS = ['front left', 'front right', 'back right', 'back left']
const BOX = '.take form input'

const box = async () => (await sees('.take form').then((form) => form.querySelector('input'))) as HTMLInputElement
const next = (station: string) => until(() => expect(all('[data-next]').map(textOf)).toEqual([station]))
async function taken() {
  await press(await button('Take it'))
  await until(async () => expect((await box()).value).toBe(''))
}
/** Type what was read at the station that is asked for. */
async function take(written: string, station: string) {
  await next(station)
  await fill(BOX, written)
  await taken()
}
/** Take what the stand-in reads there. */
async function laser(station: string) {
  await next(station)
  await press(await button('From the laser'))
  await until(async () => expect((await box()).value).not.toBe(''))
  await taken()
}
async function newBed(): Promise<string> {
  const bed = await makeBed(BED, await makeYard({ units: 'metric' }))
  await openBed(bed, 'level')
  return bed
}
const SIDES = ['front', 'right', 'back', 'left', 'first diagonal', 'second diagonal']

it('a racked bed is squared and its first course made true', async () => {
  const bed = await newBed()
  await choose('#job', 'tape')
  for (const [n, written] of ['2400', '1200', '2400', '1200', '2702', '2664.5'].entries()) await take(written, SIDES[n] as string)
  await sees('[data-square]', 'Push back right')
  // Pushed, and both diagonals taped again.
  for (const name of SIDES.slice(4)) {
    await choose('#where', name)
    await take('2683.3', name)
  }
  await sees('[data-square]', 'square')
  await choose('#job', 'first_course')
  for (const station of ['BM', ...CORNERS]) await laser(station)
  await sees("[data-true='first course']", 'not true yet')
  await sees("[data-true-station='front left']", 'knock it down')
  await choose('#where', 'front left')
  await laser('front left')
  await sees("[data-true='first course']", 'It is true')
  await press(await button('Record that it is true'))
  await sees('.passed', 'The first course')
  await saved()
  // The stages after it ask for what is not recorded yet.
  await openBed(bed, 'fill')
  await sees('[data-level-first]', 'that the corners are square.')
  await press(await button('To Level'))
  await sees('.passed', 'The first course')
  await choose('#job', 'tape')
  await press(await button('Record that it is square'))
  await sees('.passed', 'The corners')
  await saved()
  await openBed(bed, 'fill')
  await gone('[data-level-first]')
})

it('readings that cannot be are named and kept', async () => {
  await newBed()
  await next('BM')
  await fill(BOX, 'high')
  await press(await button('Take it'))
  await sees('[role=alert]', '“high”')
  await gone('[data-reading]')
  // It is still there to be mended.
  expect((await box()).value).toBe('high')
  await next('BM')
  await fill(BOX, '')
  await choose('#job', 'tape')
  for (const [n, written] of ['2400', '1200', '2400', '1200', '3900', '2683'].entries()) await take(written, SIDES[n] as string)
  await sees('[role=alert]', /longer than two sides.*3900 mm/)
  await counts('[data-reading]', 6)
})

it('stations are chosen on the drawing', async () => {
  const bed = await newBed()
  await key("[data-place='back right']", 'Enter')
  await next('back right')
  await choose('#method', 'string')
  await press("[data-place='front']")
  await take('120 mm', 'front')
  await take('100 mm', 'front left')
  await counts('[data-reading]', 2)
  await until(async () => expect((await readingsOf(bed)).readings.map((r) => r.station)).toEqual(['front', 'front left']))
})

it('a practice round: one thing is got wrong and the arithmetic told, then all of it is right', async () => {
  await goTo('/practice/metric')
  const read: Record<string, number[]> = {}
  for (const station of ['BM', ...CORNERS]) {
    const row = await sees(`[data-practice='${station}']`)
    const figures = () => [...textOf(row.querySelector('.figures') as Element).matchAll(/(\d+) mm/g)].map((m) => Number(m[1]))
    for (let turn = 1; turn <= (station === 'BM' ? 1 : 2); turn++) {
      await press(await button(/Read/, row))
      await until(() => expect(figures().length).toBe(turn))
    }
    read[station] = figures()
  }
  const of = (station: string, turn: number) => read[station]?.[turn] ?? NaN
  const slip = CORNERS.find((c) => Math.abs(of(c, 0) - of(c, 1)) > 90) as string
  const heights = Object.fromEntries(CORNERS.map((c) => [c, of('BM', 0) - of(c, 1)]))
  const low = Math.min(...Object.values(heights))
  for (const c of CORNERS) {
    await fill(await field(`Height of ${c}`), String(heights[c]))
    await fill(await field(`To dig at ${c}`), String((heights[c] as number) - low))
  }
  await fill(await field('Height of front left'), String((heights['front left'] as number) + 50))
  await choose(await field('Misread was'), slip)
  await press(await button('Check my answers'))
  await sees("[data-practice='front left'] .look", `${of('BM', 0)} mm −`)
  await fill(await field('Height of front left'), String(heights['front left']))
  await press(await button('Tape sides and diagonals'))
  const tapes = textOf(await sees('p.figures', 'second diagonal'))
  const [first, second] = [...tapes.matchAll(/diagonal (\d+)/g)].map((m) => Number(m[1])) as [number, number]
  const push = (first ** 2 - second ** 2) / (4 * 2400)
  await choose(await field(/^Push$/), push > 0 ? 'back right' : 'back left')
  await fill(await field('How far it is pushed'), `${Math.abs(push).toFixed(0)} mm`)
  await press(await button('Check my answers'))
  await sees('p, [role=status]', '10 of 10 right.')
  await fill(await field('How far it is pushed'), 'a bit')
  await press(await button('Check my answers'))
  await sees('[role=alert]', '“a bit”')
  expect(await seriousFindings()).toEqual([])
})
