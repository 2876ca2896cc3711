/* Three versions of one document: what both sides started from, mine, and theirs. Edits of different fields go
   together; the same field changed in two ways is a clash. A list is one field, unless only its rows were changed. */

export interface Clash {
  field: string
  mine: unknown
  theirs: unknown
}

export interface Merged<T> {
  document: T
  clashes: Clash[]
}

type Doc = Record<string, unknown>

const isDoc = (value: unknown): value is Doc => typeof value === 'object' && value !== null && !Array.isArray(value)
/** Nothing and an empty group mean the same in a design: not chosen. */
const text = (value: unknown): string => (value === undefined || value === null ? '' : JSON.stringify(value, (_, v: unknown) => (isDoc(v) ? Object.fromEntries(Object.entries(v).filter(([, x]) => x !== null && x !== undefined).sort()) : v)))
export const alike = (a: unknown, b: unknown): boolean => text(a) === text(b)

/** Both sides' edits of `base` in one document; where they clash, mine stands in it. */
export function merge<T>(base: T, mine: T, theirs: T): Merged<T> {
  const clashes: Clash[] = []
  const document = together(base, mine, theirs, '', clashes) as T
  return { document, clashes }
}

function together(base: unknown, mine: unknown, theirs: unknown, path: string, clashes: Clash[]): unknown {
  if (alike(mine, theirs) || alike(theirs, base)) return mine
  if (alike(mine, base)) return theirs
  if (isDoc(mine) && isDoc(theirs) && sameKind(mine, theirs)) {
    const from = isDoc(base) ? base : {}
    const found: Doc = {}
    for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
      const value = together(from[key], mine[key], theirs[key], path ? `${path}.${key}` : key, clashes)
      if (value !== undefined) found[key] = value
    }
    return found
  }
  if (Array.isArray(base) && Array.isArray(mine) && Array.isArray(theirs) && base.length === mine.length && base.length === theirs.length) {
    return mine.map((row: unknown, n) => together(base[n], row, theirs[n], `${path}.${n}`, clashes))
  }
  clashes.push({ field: path, mine, theirs })
  return mine
}

/** Two constructions or outlines of another kind are not mixed: their fields mean other things. */
const sameKind = (a: Doc, b: Doc) => ['kind', 'shape'].every((tag) => a[tag] === b[tag])
