import { describe, expect, it } from 'vitest'

import { differences, read, write } from '@/state/paths'

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

  it('name every field in which two versions differ', () => {
    const other = write(write(doc, 'name', 'South'), 'fill.layers.0.share', 50)
    expect(differences(doc, other)).toEqual([
      { field: 'name', mine: 'North', saved: 'South' },
      { field: 'fill.layers.0.share', mine: '60', saved: '50' },
    ])
    expect(differences(doc, doc)).toEqual([])
  })
})
