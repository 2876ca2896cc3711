/* Reading and writing a plain document by field paths such as `fill.layers.0.depth`. */

type Doc = Record<string, unknown>

/** The value at a path, or undefined. */
export function read(doc: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((at, step) => (at === null || at === undefined ? undefined : (at as Doc)[step]), doc)
}

/** A copy of the document with the value at a path set; undefined takes the field away. */
export function write<T>(doc: T, path: string, value: unknown): T {
  const copy = structuredClone(doc)
  const steps = path.split('.')
  const last = steps.pop() as string
  let at = copy as Doc
  for (const step of steps) {
    at[step] ??= {}
    at = at[step] as Doc
  }
  if (value === undefined) Reflect.deleteProperty(at, last)
  else at[last] = value
  return copy
}
