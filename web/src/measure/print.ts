import { ref } from 'vue'

import type { Units } from '@/api/client'

/* Printing only: the amounts come from the core, in mm, L, kg. The cases in tests/print-cases.json hold this and the
   core's printing to the same words. */

const MM_PER_INCH = 25.4
const SIXTEENTHS = 16
const LITRES_PER_FT3 = 28.316846592
const KG_PER_POUND = 0.45359237

function roundHalfUp(value: number): number {
  return Math.sign(value) * Math.floor(Math.abs(value) + 0.5 + 1e-9)
}

function divisor(a: number, b: number): number {
  return b === 0 ? a : divisor(b, a % b)
}

/** Length [mm] to the nearest 1/16 in: `7 1/4″`, `4′ 7 1/2″`, `8′`. */
export function printImperial(mm: number, parts = SIXTEENTHS): string {
  const all = roundHalfUp((mm / MM_PER_INCH) * parts)
  const sign = all < 0 ? '-' : ''
  const pieces = Math.abs(all)
  const feet = Math.floor(pieces / (12 * parts))
  const rest = pieces % (12 * parts)
  const whole = Math.floor(rest / parts)
  const part = rest % parts
  const common = divisor(part, parts)
  const fraction = part ? `${part / common}/${parts / common}` : ''
  const inches = [whole || !part ? String(whole) : '', fraction].filter(Boolean).join(' ')
  if (!feet) return `${sign}${inches}″`
  return rest ? `${sign}${feet}′ ${inches}″` : `${sign}${feet}′`
}

/** A drill or a screw's thickness [mm]: to a tenth of a millimetre, or the 64th of an inch. */
export const printDrill = (mm: number, units: Units) => (units === 'metric' ? `${grouped(mm, mm % 1 ? 1 : 0)} mm` : printImperial(mm, 64))

/** Length [mm] in a system: the nearest millimetre or 1/16 in. */
export function printLength(mm: number, units: Units): string {
  return units === 'metric' ? `${roundHalfUp(mm)} mm` : printImperial(mm)
}

type Numbers = 'point' | 'comma' | 'space'
type Dates = 'day_first' | 'month_first' | 'year_first'
const MARKS = { point: [',', '.'], comma: ['.', ','], space: ['\u202f', ','] } as const

/** How the yard writes numbers and dates. */
const numbers = ref<Numbers>('point')
const dates = ref<Dates>('day_first')
export function writeAs(number: Numbers, date: Dates) {
  numbers.value = number
  dates.value = date
}

/** A number with its thousands apart: `12,345.60`. By hand: the browser's own takes 50 ms the first time it is asked. */
export function grouped(value: number, digits: number): string {
  const [group, point] = MARKS[numbers.value]
  const [whole = '', part] = value.toFixed(digits).split('.')
  const apart = whole.replace(/\B(?=(\d{3})+$)/g, group)
  return part ? `${apart}${point}${part}` : apart
}

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']

/** A day as it stands on a sheet, in the order of the yard: `7 March 2026`, `March 7, 2026`, `2026-03-07`. */
export function printDay(day: Date): string {
  const [date, month, year] = [day.getDate(), MONTHS[day.getMonth()] ?? '', day.getFullYear()]
  if (dates.value === 'day_first') return `${date} ${month} ${year}`
  if (dates.value === 'month_first') return `${month} ${date}, ${year}`
  return [year, String(day.getMonth() + 1).padStart(2, '0'), String(date).padStart(2, '0')].join('-')
}

/** A moment as it stands on a sheet: its day, and the time by a clock of 24 hours. */
export function printTime(at: Date): string {
  const [hours, minutes] = [at.getHours(), at.getMinutes()].map((n) => String(n).padStart(2, '0'))
  return `${printDay(at)}, ${hours}:${minutes}`
}

/** Volume [L] in a system: litres, or cubic feet, or past 27 of them cubic yards. */
export function printVolume(litres: number, units: Units): string {
  if (units === 'metric') return `${grouped(litres, 0)} L`
  const feet = litres / LITRES_PER_FT3
  return feet < 27 ? `${grouped(feet, 1)} ft³` : `${grouped(feet / 27, 2)} yd³`
}

/** Weight [kg] in a system. */
export function printWeight(kg: number, units: Units): string {
  return units === 'metric' ? `${grouped(kg, 0)} kg` : `${grouped(kg / KG_PER_POUND, 0)} lb`
}

const POUND_FORCE = 4.4482216152605
const FOOT = 304.8

/** A push on an area [kPa], a force [N], a moment [N·m], an area [m²] in a system. */
export const printPressure = (kpa: number, units: Units) => (units === 'metric' ? `${grouped(kpa, 2)} kPa` : `${grouped((kpa * (FOOT / 1000) ** 2 * 1000) / POUND_FORCE, 1)} psf`)
export const printForce = (n: number, units: Units) => (units === 'metric' ? `${grouped(n, 0)} N` : `${grouped(n / POUND_FORCE, 0)} lb`)
export const printMoment = (nm: number, units: Units) => (units === 'metric' ? `${grouped(nm, 1)} N·m` : `${grouped((nm * 1000) / POUND_FORCE / FOOT, 1)} lb·ft`)
export const printArea = (m2: number, units: Units) => (units === 'metric' ? `${grouped(m2, 2)} m²` : `${grouped((m2 * 1e6) / FOOT ** 2, 1)} ft²`)
/** A load along a line [N/m] in a system. */
export const printLineLoad = (npm: number, units: Units) => (units === 'metric' ? `${grouped(npm, 0)} N/m` : `${grouped(((npm / POUND_FORCE) * FOOT) / 1000, 1)} plf`)
/** How far something stands out [mm], to a tenth of a millimetre or a hundredth of an inch. */
export const printBow = (mm: number, units: Units) => (units === 'metric' ? `${grouped(mm, 1)} mm` : `${grouped(mm / MM_PER_INCH, 2)} in`)

/** Money with its sign, to the cent. */
export function printMoney(amount: number, sign: string): string {
  return `${sign}${grouped(amount, 2)}`
}

const VULGAR: Record<string, string> = { '1/2': '½', '1/4': '¼', '3/4': '¾', '1/8': '⅛', '3/8': '⅜', '5/8': '⅝', '7/8': '⅞' }
const FIXED = '\u00a0'
const SLASH = '\u2044'

/** Sets fractions of an inch as fractions: `7 1/4″` → `7¼″`; others apart from the inches, with the fraction slash. */
export function typeset(text: string): string {
  return text.replace(/(\d )?\b(\d+)\/(\d+)(?=\s?(?:″|in\b))/g, (_, whole: string | undefined, top: string, bottom: string) => {
    const vulgar = VULGAR[`${top}/${bottom}`]
    const before = whole?.trim() ?? ''
    return vulgar ? before + vulgar : `${before}${before && FIXED}${top}${SLASH}${bottom}`
  })
}

/** A length stepped by the arrow keys: 1 mm or 1/16 in, ten of them or an inch with Shift, with the text to write in a field. */
export function stepLength(mm: number, units: Units, steps: number, big: boolean): { mm: number; text: string } {
  if (units === 'metric') {
    const next = Math.max(0, roundHalfUp(mm) + steps * (big ? 10 : 1))
    return { mm: next, text: `${next} mm` }
  }
  const sixteenths = Math.max(0, roundHalfUp((mm / MM_PER_INCH) * SIXTEENTHS) + steps * (big ? SIXTEENTHS : 1))
  const next = (sixteenths / SIXTEENTHS) * MM_PER_INCH
  return { mm: next, text: asTyped(printImperial(next)) }
}

/** A printed length with the marks that a keyboard has. */
export const asTyped = (printed: string) => printed.replace('′', "'").replace('″', '"')
