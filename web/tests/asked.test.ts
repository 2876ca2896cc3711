import { describe, expect, it } from 'vitest'

import type { Asked } from '@/api/client'
import { applies, idOf, labelOf, setTo } from '@/questions/asked'

const asked = (more: Partial<Asked>): Asked => ({ path: 'outline.length', kind: 'length', ask: 'How long', label: 'Length, {outline.measured}', ...more }) as Asked
const measured = asked({ path: 'outline.measured', kind: 'choice', ask: 'Sizes are measured', label: 'm', usual: 'outside', answers: [{ value: 'outside', text: 'outside, edge to edge' }, { value: 'inside', text: 'inside, where soil goes' }] })
const from = (answers: Record<string, unknown>) => (path: string) => answers[path]

describe('questions as the core asks them', () => {
  it('are labelled with the answers that they speak of', () => {
    expect(labelOf(asked({}), [measured], from({}))).toBe('Length, outside')
    expect(labelOf(asked({}), [measured], from({ 'outline.measured': 'inside' }))).toBe('Length, inside')
  })
  it('apply by what is answered, or by what is usual', () => {
    const legged = asked({ when: { 'outline.measured': ['inside'] } })
    expect(applies(legged, [measured], from({}))).toBe(false)
    expect(applies(legged, [measured], from({ 'outline.measured': 'inside' }))).toBe(true)
  })
  it('have short names on the page, and longer ones within what is added', () => {
    expect([idOf(asked({})), idOf(asked({ path: 'add_ons.cap.overhang' })), idOf(asked({ path: 'construction.sheet', kind: 'sheet' }))]).toEqual(['length', 'add-ons-cap-overhang', 'sheet-stock'])
  })
  it('read as one line when they are folded', () => {
    const questions = [measured, asked({ label: 'x' }), asked({ path: 'loads.waterlogged', kind: 'yes', ask: 'Waterlogged', after: 'it cannot drain' }), asked({ path: 'loads.friction', kind: 'number', ask: 'Friction', after: '°' })]
    expect(setTo(questions, from({}), () => undefined)).toBe('')
    expect(setTo(questions, from({ 'outline.measured': 'inside', 'outline.length': '8 ft', 'loads.waterlogged': true, 'loads.friction': 28 }), () => undefined)).toBe('inside, where soil goes, how long 8 ft, it cannot drain, friction 28 °')
  })
})
