/** Bands of sun on the ground: from so many hours on, drawn so: the shade darkens it, the sun warms it. */
export const BANDS = [
  { from: 0, text: 'under 2', fill: 'var(--ink)', opacity: 0.42 },
  { from: 2, text: '2', fill: 'var(--ink)', opacity: 0.28 },
  { from: 4, text: '4', fill: 'var(--ink)', opacity: 0.14 },
  { from: 6, text: '6', fill: 'var(--timber)', opacity: 0.3 },
  { from: 8, text: '8', fill: 'var(--timber)', opacity: 0.6 },
  { from: 10, text: '10 and more', fill: 'var(--timber)', opacity: 0.9 },
] as const
export const bandOf = (hours: number) => BANDS.findLastIndex((b) => hours >= b.from)
