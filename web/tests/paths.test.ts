import { describe, expect, it } from 'vitest'

import { read, write } from '@/state/paths'

describe('field paths', () => {
  const doc = { name: 'North', fill: { layers: [{ material: 'soil', share: 60 }, { material: 'compost', share: 40 }] } }

  it('read into lists and past what is missing', () => {
    expect(read(doc, 'fill.layers.1.share')).toBe(40)
    expect(read(doc, 'bench.kerf')).toBeUndefined()
  })

  it('write a copy, make what is missing, take fields away', () => {
    const next = write(doc, 'bench.kerf', '3 mm') as typeof doc & { bench?: { kerf: string } }
    expect(next.bench?.kerf).toBe('3 mm')
    expect(doc).not.toHaveProperty('bench')
    expect(write(next, 'bench.kerf', undefined)).toEqual({ ...doc, bench: {} })
  })
})
