// @vitest-environment jsdom
import { afterEach, expect, it, vi } from 'vitest'
import { createApp, defineComponent, h } from 'vue'

import { fetchedLater } from '@/state/reached'

afterEach(() => vi.useRealTimers())

it('fetches a part of the page again until it can be had', async () => {
  vi.useFakeTimers()
  const part = defineComponent(() => () => h('p', 'Sticks as cut'))
  const fetch = vi.fn(() => (fetch.mock.calls.length < 3 ? Promise.reject(new TypeError('Failed to fetch')) : Promise.resolve(part)))
  const place = document.createElement('div')
  const app = createApp(fetchedLater(fetch))
  app.mount(place)
  await vi.advanceTimersByTimeAsync(2000)
  expect(fetch).toHaveBeenCalledTimes(1)
  expect(place.textContent).toBe('')
  await vi.advanceTimersByTimeAsync(7000)
  expect(fetch).toHaveBeenCalledTimes(3)
  expect(place.textContent).toBe('Sticks as cut')
  app.unmount()
})
