/** What is to be written on the plan: its text, and the places in which it may stand, the best first [px, its middle]. */
export interface Name { key: string; text: string; places: { x: number; y: number }[]; always?: boolean }

/** How wide a letter is, and how tall a line, on the plan [px]. */
const LETTER = 6.6
const LINE = 13

interface Box { x0: number; x1: number; y0: number; y1: number }
const boxOf = (text: string, p: { x: number; y: number }): Box => ({ x0: p.x - (text.length * LETTER) / 2, x1: p.x + (text.length * LETTER) / 2, y0: p.y - LINE + 3, y1: p.y + 3 })
const apart = (a: Box, b: Box) => a.x1 <= b.x0 || b.x1 <= a.x0 || a.y1 <= b.y0 || b.y1 <= a.y0

/** Where names stand so that none lies over one before it; one for which no place is free is left out, unless it must be there. */
export function setNames(names: Name[]): Map<string, { x: number; y: number }> {
  const taken: Box[] = []
  const found = new Map<string, { x: number; y: number }>()
  for (const name of names) {
    const free = name.places.find((p) => taken.every((box) => apart(box, boxOf(name.text, p)))) ?? (name.always ? name.places[0] : undefined)
    if (!free) continue
    taken.push(boxOf(name.text, free))
    found.set(name.key, free)
  }
  return found
}
