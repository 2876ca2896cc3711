/* What the choices of a design are called, in the words of the sheet. */

export const KINDS: Record<string, string> = { boards: 'Boards on posts', sleepers: 'Sleepers', staves: 'Upright pallet boards', framed_sheet: 'Corrugated sheet on frames' }

export const MEASURED = [
  { value: 'outside', text: 'outside, edge to edge' },
  { value: 'inside', text: 'inside, where soil goes' },
]
export const REACH = [
  { value: 'two_sides', text: 'from two sides or all round' },
  { value: 'one_side', text: 'from one side only' },
]
export const CORNERS = [
  { value: 'long_through', text: 'long sides run through' },
  { value: 'short_through', text: 'short sides run through' },
  { value: 'alternate', text: 'alternate, course by course' },
  { value: 'mitred', text: 'mitred, half the angle each' },
]
export const SQUARE_CORNERS = CORNERS.slice(0, 2)
export const DEPTHS = [
  { value: 'concrete', text: '300 mm deep in concrete' },
  { value: 'as_deep_as_tall', text: 'as deep as they stand high' },
  { value: 'driven', text: '600 mm driven, no concrete' },
  { value: 'none', text: 'not in the ground: corner blocks' },
]
export const TOPS = [
  { value: 'hidden', text: 'below the top, hidden by soil' },
  { value: 'trimmed', text: 'left long, trimmed level in place' },
]
export const HELD_BY = [
  { value: 'posts_inside', text: 'posts inside' },
  { value: 'posts_outside', text: 'posts outside' },
  { value: 'corner_blocks', text: 'corner blocks, no posts' },
]
export const LAY = [
  { value: 'edge', text: 'on edge' },
  { value: 'flat', text: 'flat' },
]
export const FACES = [
  { value: 'outside', text: 'outside the frame' },
  { value: 'inside', text: 'inside the frame' },
]
export const FOOTINGS = [
  { value: 'posts', text: 'on posts, notched for the rails' },
  { value: 'frames', text: 'on its frames, tied at the corners' },
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
