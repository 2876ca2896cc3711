import { expect, it } from 'vitest'

import { all, board, button, changeElsewhere, choose, counts, designOf, field, fill, goTo, gone, holds, makeBed, makeYard, openBed, planOf, press, reload, saved, sees, tape, textOf, tick, unfold, until } from './page'

/* The job from a size to the saw to the soil, step by step. */

const litres = (text: string) => Number(text.replace(/[^\d.]/g, ''))

it('an edit shows what it changed on the tape', async () => {
  await openBed(await makeBed(board('Tape', { units: 'metric' })))
  const before = litres(tape('soil'))
  await fill(await field('Width, outside'), '3 ft')
  const change = await sees('[data-mark=soil] .change', '−')
  expect(Math.abs(before - litres(tape('soil')) - litres(textOf(change)))).toBeLessThanOrEqual(1)
})

it('ticks outlive a reload and the line says so', async () => {
  await openBed(await makeBed(board('Ticks')), 'bench')
  const boxes = () => all('.sticks .tick')
  await sees('.sticks .tick')
  await press(boxes()[0] as Element)
  await press(boxes()[1] as Element)
  await sees('.line li', /Bench.*in hand/)
  await saved()
  await reload()
  await until(() => expect(boxes()[1]?.getAttribute('aria-checked')).toBe('true'))
  await sees('#cut-title', '2 of 14 cut')
  await press(boxes()[1] as Element)
  await sees('#cut-title', '1 of 14 cut')
})

it('what is sawn stays sawn when the bed grows, and what no longer fits is told', async () => {
  const bed = await makeBed(board('Grows'))
  await openBed(bed, 'bench')
  for (const label of [/^A1 cut/, /^A2 cut/, /^B1 cut/]) await press(await field(label))
  await sees('#cut-title', '3 of 14 cut')
  await openBed(bed)
  await fill(await field('Length, outside'), '8 ft 1/16 in')
  await saved()
  await openBed(bed, 'bench')
  await sees('#cut-title', '3 of 14 cut')
  await sees('.watch-out', /front 1 is sawn at 8′.*too short/)
  await sees('.line li', /Bench.*needs a look/)
  await press(await button('Undo'))
  await gone('.watch-out', 'is sawn at')
})

it('undo, redo, and come back tomorrow', async () => {
  const bed = await makeBed(board('Undo'))
  await openBed(bed)
  const length = () => field('Length, outside')
  await fill(await length(), '6 ft')
  await saved()
  await press(await button('Undo'))
  await holds(await length(), '8 ft')
  await press(await button('Redo'))
  await holds(await length(), '6 ft')
  await saved()
  await reload()
  await holds(await length(), '6 ft')
  expect((await designOf(bed)).outline).toMatchObject({ length: '6 ft' })
})

it('edits made elsewhere in other fields come together', async () => {
  const bed = await makeBed(board('Together'))
  await openBed(bed)
  await changeElsewhere(bed, 1, board('Together', { outline: { shape: 'rectangle', length: '6 ft', width: '4 ft', measured: 'outside' } }))
  await fill(await field('Width, outside'), '3 ft')
  await holds(await field('Length, outside'), '6 ft')
  await saved()
  expect((await designOf(bed)).outline).toMatchObject({ length: '6 ft', width: '3 ft' })
  await sees('.banner', 'changed elsewhere meanwhile')
})

it('in a conflict mine can go on top', async () => {
  const bed = await makeBed(board('On top'))
  await openBed(bed)
  await changeElsewhere(bed, 1, board('On top', { outline: { shape: 'rectangle', length: '6 ft', width: '4 ft', measured: 'outside' } }))
  await fill(await field('Length, outside'), '7 ft')
  await press(await button('Put mine on top'))
  await saved()
  expect((await designOf(bed)).outline).toMatchObject({ length: '7 ft' })
  await press(await button('Undo'))
  await holds(await field('Length, outside'), '6 ft')
})

it.each([
  ['Length, outside', '0', 'at least'],
  ['Length, outside', '-4', 'negative'],
  ['Width, outside', 'wide', 'not a'],
  ['Width, outside', '9 in', 'shorter than its posts'],
  ['Height', '13 in', 'not a whole number'],
  ['Length, outside', '300 ft', 'longer than a bed can be planned'],
])('bad input is named and the last good plan stays: %s %s', async (label, typed, says) => {
  await openBed(await makeBed(board('Bad input')))
  await sees('.view.plan .dimension')
  const before = all('.view.plan .dimension').map(textOf)
  const cost = tape('cost')
  await fill(await field(label), typed)
  const wrong = await sees('.wrong', says)
  expect(textOf(wrong)).toContain('Allowed')
  await sees('.save', 'not saved')
  expect(all('.view.plan .dimension').map(textOf)).toEqual(before)
  expect(tape('cost')).toBe(cost)
  await reload()
  await holds(await field(label), typed)
  await press(await button('Undo'))
  await gone('.wrong')
  await saved()
})

it('a figure opens its working', async () => {
  await openBed(await makeBed(board('Working')))
  await press(await button(/Inside length: show the working/))
  await sees('[role=note]', '8′ − 2 boards × 1½″ = 7′ 9″')
  await sees('[role=note]', 'Source')
})

it('the cutting says that it is proven best, and an off-cut is kept', async () => {
  const bed = await makeBed(board('Proof'))
  await openBed(bed, 'bench')
  await press(await sees('.proof', 'proven best'))
  await sees('[role=note]', 'nothing can cost less')
  await press('[data-add-offcut=post-4x4]')
  await saved()
  expect((await designOf(bed)).bench?.offcuts).toMatchObject([{ stock: 'post-4x4', length: '8 ft', count: 1 }])
  await until(() => expect(all('.which', 'to hand').length).toBe(1))
})

it('fill by depth and by share, in bags or a load', async () => {
  const bed = await makeBed(board('Filling'))
  await openBed(bed, 'fill')
  await press(await button('One more layer'))
  await sees('.wrong', '100 %')
  await press(await button('Share evenly'))
  await saved()
  await choose(await field('Layer 1 is given by'), 'depth')
  await fill(await field('Depth of layer 1'), '3 in')
  await sees('.wrong', 'shares add up')
  await press(await button('Share evenly'))
  await saved()
  const layers = (await designOf(bed)).fill?.layers ?? []
  expect(layers[0]?.depth).toBe('3 in')
  expect(layers.reduce((sum, layer) => sum + (layer.share ?? 0), 0)).toBe(100)
  await choose(await field('How Garden compost is bought'), 'bulk')
  await saved()
  await sees('[data-buy=compost]', 'loose')
  await tick('Layer 1 is in')
  await sees('.line li', /Fill.*in hand/)
})

it('what was measured is followed', async () => {
  const bed = await makeBed(board('Measured', { height: undefined, courses: 2 }))
  await openBed(bed)
  await unfold('It measures differently')
  await fill(await field('Boards: width measured'), '7 1/2 in')
  await saved()
  expect((await planOf(bed)).outside.height_mm).toBe(381)
  await sees('.sheet', 'You measured')
})

it('a watch-out is accepted with a reason', async () => {
  const bed = await makeBed(board('Reach', { outline: { shape: 'rectangle', length: '8 ft', width: '5 ft', measured: 'outside' } }))
  await openBed(bed)
  await sees('.line li', /Shape.*needs a look/)
  const seen = await sees('.watch-out', /^needs a look/)
  await press((await until(() => seen.querySelector('[aria-expanded]') ?? Promise.reject(new Error('no fold')))) as Element)
  await fill(await field('Reason to accept: reach'), 'stepping stones')
  await press(await button('Accept it'))
  await saved()
  await sees('.line li', /Shape.*done/)
  expect((await designOf(bed)).accepted).toEqual([{ code: 'reach', reason: 'stepping stones' }])
})

it('a bed is copied, deleted and brought back', async () => {
  const yard = await makeYard()
  await makeBed(board('Original'), yard)
  await goTo(`/yard/${yard}`)
  await press(await button('Copy Original'))
  const copy = "[data-bed='Original, copy']"
  await sees(copy)
  await press(await button('Delete Original, copy'))
  await gone(copy)
  await press(await button('Bring it back'))
  await counts(copy, 1)
})
