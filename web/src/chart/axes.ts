import { scaleLinear, scaleUtc, type ScaleLinear, type ScaleTime } from 'd3-scale'

/* Where the figures of a chart stand on paper [px]. Nothing of the job is worked out here. */

export const ROOM = { left: 74, right: 14, above: 20, below: 34 }

export interface Paper {
  wide: number
  tall: number
}

/** The height of a chart of a width: a third of it, within what reads well [px]. */
export const paperOf = (width: number): Paper => ({ wide: Math.max(260, width), tall: Math.min(260, Math.max(190, width * 0.42)) })

/** The scale from nothing at the foot of the paper up to the most. */
export const upwards = (paper: Paper, most: number): ScaleLinear<number, number> => scaleLinear().domain([0, most || 1]).nice(4).range([paper.tall - ROOM.below, ROOM.above])

/** The scale of numbers from left to right. */
export const along = (paper: Paper, from: number, to: number): ScaleLinear<number, number> => scaleLinear().domain([from, to]).range([ROOM.left, paper.wide - ROOM.right])

/** The scale of days from left to right. */
export const days = (paper: Paper, first: Date, last: Date): ScaleTime<number, number> => scaleUtc().domain([first, last]).range([ROOM.left, paper.wide - ROOM.right])

export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** The month of a day as it is written: `Apr 2026`. */
export const monthOf = (written: string) => `${MONTHS[Number(written.slice(5, 7)) - 1]} ${written.slice(0, 4)}`

export const dayOf = (written: string) => new Date(`${written}T00:00:00Z`)
