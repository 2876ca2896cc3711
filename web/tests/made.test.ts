import { expect, test, vi } from 'vitest'

/* What is sent to make something has a name, which it keeps until it is answered: sent again, it counts once. */

type Said = () => Promise<Response>
const lost: Said = () => Promise.reject(new TypeError('no line'))
const busy: Said = () => Promise.resolve(new Response('{"type":"/problems/busy"}', { status: 503, headers: { 'Content-Type': 'application/problem+json' } }))
const made: Said = () => Promise.resolve(new Response('{"id":"a"}', { status: 201, headers: { 'Content-Type': 'application/json' } }))
const refused: Said = () => Promise.resolve(new Response('{"type":"/problems/design","detail":"no","status":422}', { status: 422, headers: { 'Content-Type': 'application/problem+json' } }))

const { said, names } = vi.hoisted(() => {
  const said: (() => Promise<Response>)[] = []
  const names: (string | null)[] = []
  // The client takes both as they are when it is read in.
  vi.stubGlobal('Request', class extends Request {
    constructor(at: string, init?: RequestInit) {
      super(new URL(at, 'http://here/'), init)
    }
  })
  vi.stubGlobal('fetch', (asked: Request) => {
    names.push(asked.headers.get('Idempotency-Key'))
    const next = said.shift()
    return next ? next() : Promise.reject(new TypeError('no line'))
  })
  return { said, names }
})
const { api } = await import('@/api/client')

/** Answer one call after another; the names that they have. */
function answering(...these: Said[]): (string | null)[] {
  said.splice(0, said.length, ...these)
  names.splice(0)
  return names
}

test('what the line or a busy server kept from being answered has the same name when it is sent again', async () => {
  const names = answering(lost, busy, made, made)
  for (let n = 0; n < 4; n += 1) await api.makeYard({ name: 'Plot' })
  expect(names[0]).toMatch(/^[0-9a-f-]{36}$/)
  expect(names[1]).toBe(names[0])
  expect(names[2]).toBe(names[0])
  expect(names[3]).not.toBe(names[0])
})

test('something else has a name of its own', async () => {
  const names = answering(lost, lost, lost)
  await api.makeYard({ name: 'Plot' })
  await api.makeYard({ name: 'Another' })
  await api.copy('00000000-0000-4000-8000-000000000000')
  expect(new Set(names).size).toBe(3)
})

test('what was refused is a new write when it is sent again', async () => {
  const names = answering(refused, made)
  for (let n = 0; n < 2; n += 1) await api.makeYard({ name: 'Plot' })
  expect(names[1]).not.toBe(names[0])
})
