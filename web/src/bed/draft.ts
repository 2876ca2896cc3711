import type { Design } from '@/api/client'

/* What is typed but not saved yet is kept in the browser, so that closing the page loses nothing. */

export interface Draft {
  revision: number
  design: Design
}

const key = (id: string) => `acre-box.draft.${id}`

export function keepDraft(id: string, draft: Draft): void {
  localStorage.setItem(key(id), JSON.stringify(draft))
}

export function dropDraft(id: string): void {
  localStorage.removeItem(key(id))
}

export function findDraft(id: string): Draft | null {
  const text = localStorage.getItem(key(id))
  if (!text) return null
  try {
    return JSON.parse(text) as Draft
  } catch {
    dropDraft(id)
    return null
  }
}
