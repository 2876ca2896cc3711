import type { Asked, Group } from '@/api/client'

type ValueAt = (path: string) => unknown

/** What a question's field is called in the page: short for the bed's own, with the group for what is added to it. */
export function idOf(asked: Asked): string {
  const own = asked.path.replace(/^(outline|construction|site|loads|bench)\./, '')
  return own.replaceAll('_', '-').replaceAll('.', '-') + (asked.kind === 'sheet' ? '-stock' : '')
}

/** A group of rows as one question of any number of them. */
export const asRows = (g: Group): Asked => ({ path: g.path, kind: 'own', ask: g.title, label: g.title, hint: g.says, rows: g.questions, optional: true, measurable: false, answers: [], when: {}, watch: [] })

/** A question of a row in general, asked of one row. */
export function inRow(asked: Asked, n: number): Asked {
  const placed = (path: string) => path.replace('#', String(n))
  const when = Object.fromEntries(Object.entries(asked.when ?? {}).map(([path, values]) => [placed(path), values]))
  return { ...asked, path: placed(asked.path), when, watch: (asked.watch ?? []).map(placed) }
}

/** The answer to a question as it stands: the one given, else the usual one. */
export const answerOf = (path: string, questions: Asked[], valueAt: ValueAt): string => String(valueAt(path) ?? questions.find((q) => q.path === path)?.usual ?? '')

/** A question's label, with the answers that it speaks of. */
export const labelOf = (asked: Asked, questions: Asked[], valueAt: ValueAt): string => asked.label.replace(/\{([\w.]+)\}/g, (_, path: string) => answerOf(path, questions, valueAt))

/** Whether a question is asked by what is answered so far. */
export const applies = (asked: Asked, questions: Asked[], valueAt: ValueAt): boolean =>
  Object.entries(asked.when ?? {}).every(([path, values]) => values.includes(answerOf(path, questions, valueAt)))

/** What a group is set to, in one line: the answers given, in the order of the questions. */
export function setTo(questions: Asked[], valueAt: ValueAt, nameOf: (asked: Asked, value: unknown) => string | undefined): string {
  return questions
    .filter((q) => applies(q, questions, valueAt))
    .map((q) => {
      const value = valueAt(q.path)
      if (value === undefined || value === null || value === '' || value === false) return ''
      const named = q.answers?.find((a) => a.value === String(value))?.text ?? nameOf(q, value)
      if (named !== undefined) return named
      if (Array.isArray(value)) return value.join(' and ')
      return value === true ? (q.after ?? q.ask) : `${q.ask.toLowerCase()} ${String(value)}${q.kind === 'number' && q.after ? ` ${q.after}` : ''}`
    })
    .filter(Boolean)
    .join(', ')
}
