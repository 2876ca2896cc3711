import type { YardBed } from '@/api/client'

/** How far the work on a bed is, in words. */
export function workOn(bed: YardBed): string {
  const pieces = bed.figures?.pieces.length ?? 0
  if (!bed.pieces_cut) return 'not begun'
  return bed.pieces_cut < pieces ? `${bed.pieces_cut} of ${pieces} pieces cut` : 'all pieces cut'
}
