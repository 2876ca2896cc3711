import { ref, shallowRef } from 'vue'

import { api, onSignInAsked, sayRefusal, type SessionOut } from '@/api/client'
import { router } from '@/router'
import { flush } from '@/state/outbox'

/* Who is signed in here, where one has to be. Asked once a page; whoever has to sign in first is brought to where
   that is done, and back. */

const session = shallowRef<SessionOut | null>(null)
const trouble = ref<string | null>(null)
/** Whether the passphrase was right, and a code is wanted besides. */
const wantsCode = ref(false)
const CODE_WANTED = '/problems/code-wanted'
let asked: Promise<void> | null = null

async function fetchSession() {
  const answer = await api.session()
  if (answer.ok) session.value = answer.value
}

/** Bring whoever has to sign in to where that is done. */
export function attendDoor(): void {
  onSignInAsked(() => {
    const at = router.currentRoute.value
    if (at.name !== 'sign-in' && at.name !== 'join') void router.replace({ name: 'sign-in', query: at.fullPath === '/' ? {} : { to: at.fullPath } })
  })
}

/** Who is signed in, and how one signs in and out. */
export function useSession() {
  asked ??= fetchSession()

  async function take(call: ReturnType<typeof api.signIn>): Promise<boolean> {
    trouble.value = null
    const answer = await call
    if (!answer.ok) {
      const asked = answer.problem.type === CODE_WANTED && !wantsCode.value
      if (answer.problem.type === CODE_WANTED || answer.problem.type === '/problems/other-key') wantsCode.value = true
      if (!asked) trouble.value = sayRefusal(answer.problem)
      return false
    }
    wantsCode.value = false
    if (answer.value) session.value = answer.value
    void flush()
    return true
  }
  const signIn = (name: string, passphrase: string, code = '') => take(api.signIn({ name, passphrase, code }))
  const join = (key: string, name: string, passphrase: string) => take(api.join({ key, name, passphrase }))
  async function signOut() {
    const answer = await api.signOut()
    if (!answer.ok) {
      trouble.value = answer.problem.detail
      return
    }
    await signedOut()
  }
  /** Go to the gate, being signed in no more. */
  async function signedOut() {
    await fetchSession()
    await router.replace({ name: 'sign-in' })
  }
  return { session, trouble, wantsCode, signIn, join, signOut, signedOut, ask: fetchSession }
}
