import { heard, tell } from './browser'

import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'

import type { Changed } from '@/api/client'
import { isAll, useChanges } from '@/state/useChanges'

/** A line to the server, moved by hand. */
class Line {
  static CLOSED = 2
  static all: Line[] = []
  readyState = 1
  onmessage?: (told: { data: string }) => void
  onerror?: () => void
  constructor(readonly at: string) {
    Line.all.push(this)
  }
  close() {
    this.readyState = Line.CLOSED
  }
  refuse() {
    this.readyState = Line.CLOSED
    this.onerror?.()
  }
}
vi.stubGlobal('EventSource', Line)
const page = document as { visibilityState: string }
const open = () => Line.all.filter((line) => line.readyState !== Line.CLOSED)
const show = (how: 'visible' | 'hidden') => {
  page.visibilityState = how
  tell('visibilitychange')
}

describe('what others change', () => {
  let news: Changed[] = []
  const listen = () => {
    const scope = effectScope()
    scope.run(() => useChanges((changed) => news.push(changed)))
    return () => scope.stop()
  }
  beforeEach(() => {
    vi.useFakeTimers()
    Line.all = []
    news = []
    page.visibilityState = 'visible'
  })

  it('is heard by all parts of a page over one line, which is given up with the last of them', () => {
    const stop = [listen(), listen()]
    expect(Line.all.map((line) => line.at)).toEqual(['/api/changes'])
    Line.all[0]?.onmessage?.({ data: '{"yard":"y","bed":"b","revision":3}' })
    expect(news).toEqual([{ yard: 'y', bed: 'b', revision: 3 }, { yard: 'y', bed: 'b', revision: 3 }])
    stop[0]?.()
    expect(open()).toHaveLength(1)
    stop[1]?.()
    expect(open()).toHaveLength(0)
    expect(heard.get('visibilitychange')?.size).toBe(0)
  })

  it('is not listened for while the page is out of sight', () => {
    const stop = listen()
    show('hidden')
    expect(open()).toHaveLength(0)
    show('visible')
    expect([open().length, Line.all.length]).toEqual([1, 2])
    stop()
  })

  it('is looked for at once and every while where the line is refused, and a line that is cut comes by itself', () => {
    const stop = listen()
    Line.all[0]?.onerror?.()
    expect([open().length, news.length]).toEqual([1, 0])
    Line.all[0]?.refuse()
    expect(news.map(isAll)).toEqual([true])
    vi.advanceTimersByTime(15_000)
    expect(Line.all).toHaveLength(2)
    Line.all[1]?.refuse()
    expect(news.map(isAll)).toEqual([true, true])
    stop()
    vi.advanceTimersByTime(60_000)
    expect(Line.all).toHaveLength(2)
  })
})
