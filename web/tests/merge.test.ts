import { describe, expect, it } from 'vitest'

import { alike, merge } from '@/state/merge'

const base = { name: 'North', outline: { shape: 'rectangle', length: '8 ft', width: '4 ft' }, accepted: [] as string[] }

describe('three versions of one document', () => {
  it('puts edits of different fields together', () => {
    const mine = { ...base, outline: { ...base.outline, width: '3 ft' } }
    const theirs = { ...base, name: 'South', outline: { ...base.outline, length: '6 ft' } }
    expect(merge(base, mine, theirs)).toEqual({ document: { ...base, name: 'South', outline: { shape: 'rectangle', length: '6 ft', width: '3 ft' } }, clashes: [] })
  })

  it('names the field that was changed in two ways, and keeps mine in it', () => {
    const mine = { ...base, outline: { ...base.outline, length: '7 ft' } }
    const theirs = { ...base, outline: { ...base.outline, length: '6 ft' } }
    const found = merge(base, mine, theirs)
    expect(found.clashes).toEqual([{ field: 'outline.length', mine: '7 ft', theirs: '6 ft' }])
    expect(found.document.outline.length).toBe('7 ft')
  })

  it('sees no clash where both did the same', () => {
    const both = { ...base, name: 'South' }
    expect(merge(base, both, { ...both }).clashes).toEqual([])
  })

  it('does not mix two kinds of outline or construction', () => {
    const mine = { ...base, outline: { ...base.outline, length: '7 ft' } }
    const theirs = { ...base, outline: { shape: 'l', length: '3 m', width: '2 m' } }
    expect(merge(base, mine, theirs).clashes.map((c) => c.field)).toEqual(['outline'])
  })

  it('takes a field away that one side took away', () => {
    const from = { ...base, height: '1 ft' } as Record<string, unknown>
    const mine: Record<string, unknown> = { ...from }
    delete mine.height
    expect('height' in merge(from, mine, { ...from, name: 'South' }).document).toBe(false)
  })

  it('goes row by row through a list whose rows were changed, and takes one that grew as one field', () => {
    const rows = (a: number, b: number) => ({ layers: [{ share: a }, { share: b }] })
    expect(merge(rows(50, 50), rows(60, 50), rows(50, 40)).document).toEqual(rows(60, 40))
    const grown = { layers: [{ share: 50 }, { share: 50 }, { share: 1 }] }
    expect(merge(rows(50, 50), grown, rows(50, 40)).clashes.map((c) => c.field)).toEqual(['layers'])
    expect(merge(rows(50, 50), grown, rows(50, 50)).document).toEqual(grown)
  })

  it('takes nothing and null for the same', () => {
    expect(alike({ a: null, b: 1 }, { b: 1 })).toBe(true)
    expect(alike({ a: 0 }, {})).toBe(false)
  })
})
