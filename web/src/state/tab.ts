import { v4 as newName } from 'uuid'
/* Every tab has a name of its own, by which its drafts are told from those of other tabs. It holds a lock of that name
   for as long as it lives, so that others see which drafts nobody works on any more. */

const KEY = 'acre-box.tab'
const lockOf = (tab: string) => `acre-box.tab.${tab}`

const begin = (name: string) => {
  try {
    sessionStorage.setItem(KEY, name)
  } catch { /* a browser that keeps nothing */ }
  return name
}
let name = ''
try {
  name = sessionStorage.getItem(KEY) ?? ''
} catch { /* a browser that keeps nothing */ }
if (!name) name = begin(newName())

const locks = () => (typeof navigator === 'undefined' ? undefined : navigator.locks)
let held: Promise<void> | null = null

/** Hold this tab's name; a tab that was duplicated from another takes a name of its own. */
function hold(): Promise<void> {
  const all = locks()
  if (!all) return Promise.resolve()
  return new Promise((done) => {
    const grip = (again: boolean) =>
      void all.request(lockOf(name), { ifAvailable: true }, (lock) => {
        if (!lock && again) {
          name = begin(newName())
          grip(false)
          return
        }
        done()
        return lock ? new Promise<never>(() => undefined) : undefined
      })
    grip(true)
  })
}

/** The name of this tab. */
export async function thisTab(): Promise<string> {
  await (held ??= hold())
  return name
}

/** The tabs that are open by now. */
export async function openTabs(): Promise<Set<string>> {
  const all = locks()
  const found = new Set([await thisTab()])
  for (const lock of (await all?.query())?.held ?? []) {
    if (lock.name?.startsWith('acre-box.tab.')) found.add(lock.name.slice('acre-box.tab.'.length))
  }
  return found
}
