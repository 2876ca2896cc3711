/** Places one under another [px], as near as can be to where they are wanted, so far apart and within bounds: the lowest
    of them first, as layers lie. */
export function spread(wanted: number[], apart: number, least: number, most: number): number[] {
  const found: number[] = []
  wanted.forEach((want, n) => {
    const under = n ? (found[n - 1] as number) - apart : most
    found.push(Math.min(want - apart / 2, under))
  })
  // What was pushed over the upper edge comes down again, and takes those under it along.
  for (let n = found.length - 1, edge = least; n >= 0; n -= 1) {
    found[n] = Math.max(found[n] as number, edge)
    edge = (found[n] as number) + apart
  }
  return found
}
