import { describe, expect, it } from 'vitest'

import cases from '../../tests/print-cases.json'
import { grouped, printDay, printLength, printMoney, printVolume, printWeight, stepLength, typeset } from '@/measure/print'

type Units = 'metric' | 'imperial'

describe('printing', () => {
  it.each(cases)('says $printed for $amount, as the core does', (c) => {
    const units = c.units as Units
    const ways: Record<string, () => string> = { length: () => printLength(c.amount, units), volume: () => printVolume(c.amount, units), weight: () => printWeight(c.amount, units), money: () => printMoney(c.amount, '$') }
    expect(ways[c.of]?.()).toBe(c.printed)
  })

  it('sets thousands apart as the browser does', () => {
    for (const value of [0, 7, -12, 999, 1000, 123456, 1234567.891, -1234.5678, 0.126]) {
      for (const digits of [0, 1, 2]) expect(grouped(value, digits)).toBe(value.toLocaleString('en', { minimumFractionDigits: digits, maximumFractionDigits: digits }))
    }
  })

  it('writes a day as the browser does for Britain', () => {
    for (const day of [new Date(2026, 0, 1), new Date(2027, 10, 25)]) expect(printDay(day)).toBe(day.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' }))
  })

  it('sets fractions of an inch as fractions', () => {
    expect(typeset('4′ 7 1/2″')).toBe('4′ 7½″')
    expect(typeset('3/4″')).toBe('¾″')
    expect(typeset('2 5/16″')).toBe('2\u00a05\u204416″')
    expect(typeset('ticked 3/4 so far')).toBe('ticked 3/4 so far')
  })

  it('steps a length by a millimetre or a sixteenth, more with Shift, never below nothing', () => {
    expect(stepLength(100, 'metric', 1, false).text).toBe('101 mm')
    expect(stepLength(100, 'metric', -1, true).text).toBe('90 mm')
    expect(stepLength(25.4, 'imperial', 1, false).text).toBe('1 1/16"')
    expect(stepLength(304.8, 'imperial', -1, true).text).toBe('11"')
    expect(stepLength(0, 'metric', -1, true).text).toBe('0 mm')
  })
})
