/* What the choices of a design are called, in the words of the sheet, where the core does not say it yet. */

export const MEASURED = [
  { value: 'outside', text: 'outside, edge to edge' },
  { value: 'inside', text: 'inside, where soil goes' },
]
export const REACH = [
  { value: 'two_sides', text: 'from two sides or all round' },
  { value: 'one_side', text: 'from one side only' },
]
export const SHAPES = [
  { value: 'rectangle', text: 'a rectangle' },
  { value: 'l', text: 'an L' },
  { value: 'u', text: 'a U' },
  { value: 'h', text: 'an H' },
  { value: 'regular', text: 'equal sides all round' },
  { value: 'polygon', text: 'side by side, as I walk it' },
]

export const PUSHES = [
  { value: 'at_rest', text: 'at rest: walls that do not give' },
  { value: 'active', text: 'active: walls that give a little' },
]
