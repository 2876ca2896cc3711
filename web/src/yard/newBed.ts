import type { Design } from '@/api/client'

/* What a new bed starts from: choices to change, no results. */

const METRIC = {
  schema: 1,
  name: 'New bed',
  outline: { shape: 'rectangle', length: '2.4 m', width: '1.2 m' },
  courses: 2,
  construction: { kind: 'boards', board: 'larch-45x195', post: 'post-75x75' },
}
const IMPERIAL = {
  ...METRIC,
  outline: { shape: 'rectangle', length: '8 ft', width: '4 ft' },
  construction: { kind: 'boards', board: 'spruce-2x8', post: 'post-4x4' },
}

/** A bed to start from, under a name that no other bed has. */
export function newBed(units: 'metric' | 'imperial', taken: string[]): Design {
  const names = ['New bed', ...taken.map((_, n) => `New bed ${n + 2}`)]
  const name = names.find((n) => !taken.includes(n)) ?? 'New bed'
  return { ...(units === 'metric' ? METRIC : IMPERIAL), name } as unknown as Design
}
