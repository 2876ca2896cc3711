import type { Units } from '@/api/client'

const INCH = 25.4
/** What a drag steps by [mm]: what one still reads off a tape. */
export const stepOf = (units: Units) => (units === 'metric' ? 50 : 2 * INCH)

/** A place along an axis [mm] as one types it: whole millimetres, or inches to the half. */
export function written(mm: number, units: Units): string {
  if (units === 'metric') return `${Math.round(mm)} mm`
  const halves = Math.round((mm / INCH) * 2)
  const whole = Math.trunc(halves / 2)
  const half = Math.abs(halves % 2) === 1
  return `${halves < 0 && whole === 0 ? '-' : ''}${whole}${half ? ' 1/2' : ''} in`
}

/** A value to the nearest step. */
export const toStep = (mm: number, step: number) => Math.round(mm / step) * step
