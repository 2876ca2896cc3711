import './browser'

import { describe, expect, it, vi } from 'vitest'

import { api, onSignInAsked } from '@/api/client'

const line = vi.hoisted(() => {
  const at = { answer: () => new Response('{}') }
  // The client takes both as they are when it is made; an address without a host is none here.
  const whole = (path: RequestInfo | URL) => (typeof path === 'string' && path.startsWith('/') ? `http://here${path}` : path)
  globalThis.Request = class extends Request {
    constructor(path: RequestInfo | URL, options?: RequestInit) {
      super(whole(path), options)
    }
  }
  globalThis.fetch = () => Promise.resolve(at.answer())
  return at
})

const problem = (status: number, more: object = {}) => ({ id: 'a1b2c3', type: '/problems/http', title: 'No.', status, detail: 'That was no good.', problems: [], saved: null, ...more })
const answering = (status: number, body: unknown) => {
  line.answer = () => new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/problem+json' } })
}
const detailOf = async () => {
  const answer = await api.stages()
  return answer.ok ? '' : answer.problem.detail
}

describe('what the server answers', () => {
  it('tells a failure by its number in the log, once', async () => {
    answering(500, problem(500))
    expect(await detailOf()).toBe('That was no good. (In the log it is a1b2c3.)')
    answering(500, problem(500, { detail: 'It is in the log as a1b2c3.' }))
    expect(await detailOf()).toBe('It is in the log as a1b2c3.')
    answering(413, problem(413))
    expect(await detailOf()).toContain('a1b2c3')
  })

  it('tells what is refused by its field, or is not there, without one', async () => {
    answering(422, problem(422, { problems: [{ field: 'name', value: '', message: 'No.', allowed: 'a name' }] }))
    expect(await detailOf()).toBe('That was no good.')
    answering(404, problem(404))
    expect(await detailOf()).toBe('That was no good.')
  })

  it('takes a database that is away, or too much work, for a line that is down', async () => {
    answering(503, problem(503, { type: '/problems/away' }))
    const away = await api.stages()
    expect(away.ok || away.problem.status).toBe(0)
    answering(503, problem(503, { type: '/problems/busy' }))
    expect(await detailOf()).toContain('So much is being worked out')
  })

  it('asks to sign in where that is to be done first', async () => {
    const asked = vi.fn()
    onSignInAsked(asked)
    answering(401, problem(401, { type: '/problems/http' }))
    await detailOf()
    expect(asked).not.toHaveBeenCalled()
    answering(401, problem(401, { type: '/problems/sign-in' }))
    await detailOf()
    expect(asked).toHaveBeenCalledOnce()
  })
})
