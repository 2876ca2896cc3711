import { defineAsyncComponent, type AsyncComponentLoader, type Component } from 'vue'

import type { Answer } from '@/api/client'

const RETRY_MS = 3000

/** A part of the page that is fetched when it is first needed: while it cannot be had, it is fetched again. */
export const fetchedLater = <T extends Component>(loader: AsyncComponentLoader<T>) =>
  defineAsyncComponent<T>({ loader, onError: (_fault, again) => window.setTimeout(again, RETRY_MS) })

/** Ask until there is an answer: while the server or its database cannot be reached, that is told, and asked again. */
export async function untilReached<T>(ask: () => Promise<Answer<T>>, tell: (detail: string | null) => void, gone: () => boolean): Promise<Answer<T>> {
  for (;;) {
    const answer = await ask()
    const away = !answer.ok && answer.problem.status === 0
    tell(away && !answer.ok ? answer.problem.detail : null)
    if (!away || gone()) return answer
    await new Promise((done) => window.setTimeout(done, RETRY_MS))
    if (gone()) return answer
  }
}
