import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { ref } from 'vue'

import { openTabs, thisTab } from './tab'
import { api, type Answer, type Bed, type Design, type Readings, type TakenReading } from '@/api/client'

/* What is ticked or typed while the server cannot be reached waits in this browser (IndexedDB) and is sent once, in
   order, when it is back. Every entry has a name of its own, by which the server knows it again. */

export interface TickEntry {
  kind: 'tick'
  id: string
  bed: string
  of: string
  key: string
  done: boolean
  length_mm?: number
}
export interface EditEntry {
  kind: 'edit'
  id: string
  bed: string
  /** The tab in which it was typed: others have edits of their own. */
  tab: string
  revision: number
  base: Design
  design: Design
}
/** A reading that was taken outdoors, or struck out. */
export interface ReadingEntry {
  kind: 'reading'
  id: string
  bed: string
  reading: TakenReading
}
export interface StrikeEntry {
  kind: 'strike'
  id: string
  bed: string
  reading: string
  struck: boolean
}
export type Entry = TickEntry | EditEntry | ReadingEntry | StrikeEntry
interface Kept extends DBSchema {
  waiting: { key: number; value: Entry }
}

/** What the server says of an entry: the bed, or after a reading all readings of it. */
export type Sent = (entry: Entry, answer: Answer<Bed | Readings>) => void

const RETRY_MS = 4000
const LATER = (status: number) => status === 0 || status >= 500 || [401, 408, 429].includes(status)
/** How many entries wait. */
export const waiting = ref(0)

let opened: Promise<IDBPDatabase<Kept>> | null = null
const database = () => (opened ??= openDB<Kept>('acre-box', 1, { upgrade: (db) => void db.createObjectStore('waiting', { autoIncrement: true }) }))
const heard = new Set<Sent>()
let sending: Promise<void> | null = null
let timer: number | undefined

/** Hear of every entry that was sent, with the server's answer; answers how to stop. */
export function onSent(hear: Sent): () => void {
  heard.add(hear)
  return () => heard.delete(hear)
}

async function count() {
  waiting.value = await (await database()).count('waiting')
}

/** Everything that waits for a bed, oldest first. */
export async function waitingFor(bed: string): Promise<Entry[]> {
  return (await (await database()).getAll('waiting')).filter((entry) => entry.bed === bed)
}

/** Put a tick or a reading in line; a browser that keeps nothing sends it at once, and it is told as sent or refused. */
export async function putOrSend(entry: TickEntry | ReadingEntry | StrikeEntry): Promise<void> {
  try {
    await put(entry)
  } catch {
    const answer = await send(entry)
    for (const hear of heard) hear(entry, answer)
  }
}

/** Put an entry in line and send what can be sent. An edit takes the place of the bed's edit that waits. */
export async function put(entry: Entry): Promise<void> {
  const db = await database()
  const line = db.transaction('waiting', 'readwrite')
  let placed = false
  for (let at = await line.store.openCursor(); at; at = await at.continue()) {
    const there = at.value
    if (entry.kind === 'edit' && there.kind === 'edit' && there.bed === entry.bed && there.tab === entry.tab) {
      await at.update({ ...entry, revision: there.revision, base: there.base })
      placed = true
    }
  }
  if (!placed) await line.store.add(entry)
  await line.done
  await count()
  void flush()
}

/** Take a tab's edit of a bed out of the line: a newer one was sent past it. */
export async function dropEdits(bed: string, tab: string): Promise<void> {
  const db = await database()
  const line = db.transaction('waiting', 'readwrite')
  for (let at = await line.store.openCursor(); at; at = await at.continue()) {
    if (at.value.kind === 'edit' && at.value.bed === bed && at.value.tab === tab) await at.delete()
  }
  await line.done
  await count()
}

/** Send what waits, oldest first; stops at the first that cannot be sent, and tries again later. */
export function flush(): Promise<void> {
  sending ??= exclusively(sendAll).finally(() => {
    sending = null
  })
  return sending
}

/** One tab at a time sends. */
async function exclusively(work: () => Promise<void>) {
  if (typeof navigator !== 'undefined' && navigator.locks) await navigator.locks.request('acre-box.outbox', work)
  else await work()
}

async function sendAll(): Promise<void> {
  window.clearTimeout(timer)
  const db = await database()
  const tab = await thisTab()
  const open = await openTabs()
  // What is typed in another tab that is open is that tab's to send: it knows what has become of it since.
  const others = (entry: Entry) => entry.kind === 'edit' && entry.tab !== tab && open.has(entry.tab)
  for (;;) {
    let first = await db.transaction('waiting').store.openCursor()
    while (first && others(first.value)) first = await first.continue()
    if (!first) break
    const { key, value } = first
    const answer = await send(value)
    // Not reached, the server is ill, or one has to sign in first: the entry stays in line.
    if (!answer.ok && LATER(answer.problem.status)) {
      timer = window.setTimeout(() => void flush(), RETRY_MS)
      break
    }
    // It may have been replaced by a newer edit while it was under way; then the newer one is next.
    const now = await db.get('waiting', key)
    if (now?.id === value.id) await db.delete('waiting', key)
    else if (now?.kind === 'edit' && answer.ok && 'design' in answer.value) await db.put('waiting', { ...now, revision: answer.value.revision, base: answer.value.design }, key)
    for (const hear of heard) hear(value, answer)
  }
  await count()
}

function send(entry: Entry): Promise<Answer<Bed | Readings>> {
  if (entry.kind === 'reading') return api.takeReading(entry.bed, entry.reading)
  if (entry.kind === 'strike') return api.strikeReading(entry.bed, entry.reading, entry.struck)
  if (entry.kind === 'edit') return api.change(entry.bed, entry.revision, entry.design, entry.id)
  return api.tick(entry.bed, entry.of, entry.key, entry.done, entry.length_mm, entry.id)
}

/** Begin to look after the line: what waits from last time, and whenever the line is back. */
export function attend(): void {
  window.addEventListener('online', () => void flush())
  void count().then(() => (waiting.value ? flush() : undefined)).catch(() => undefined)
}
