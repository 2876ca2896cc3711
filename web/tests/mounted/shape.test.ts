import { expect, it } from 'vitest'

import { all, board, button, field, fill, gone, holds, makeBed, openBed, press, reload, saved, sees, tape, textOf } from './page'

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
