import type { Happened } from '@/api/client'

/** What somebody did, after his name. */
const DID: Record<Happened['what'], (named: string) => string> = {
  joined: () => 'came by a link',
  'sign-in': () => 'signed in',
  'new browser': (named) => `signed in with a browser that was not known here${named ? `: ${named}` : ''}`,
  refused: () => 'was tried with a wrong passphrase',
  'second factor': () => 'took a second factor',
  'no second factor': () => 'gave up the second factor',
  'recovery code': () => 'used a recovery code',
  'other recovery codes': () => 'made other recovery codes in place of those there were',
  passphrase: () => 'was given another passphrase',
  ended: (named) => `signed out ${named || 'a browser'}`,
  invited: (named) => `made a link to ${named === 'work' ? 'work in a yard' : 'look at a yard'}`,
  withdrawn: () => 'withdrew a link',
  shared: (named) => `let somebody ${named === 'work' ? 'work in a yard' : 'look at a yard'}`,
  'let go': () => 'shares a yard with somebody no more',
  moved: (named) => `moved ${named} to another yard`,
  deleted: (named) => `put away: ${named}`,
  restored: (named) => `brought back: ${named}`,
}
/** Something that happened, in one sentence. */
export const sayHappened = (one: Happened) => `${one.by} ${DID[one.what](one.named)}`
