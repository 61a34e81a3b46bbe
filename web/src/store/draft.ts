import { InputError, type Job, keptJob } from '@yard-lamp/core'
import { jobText } from '@yard-lamp/core/job'
import { heldTabs, THIS_TAB } from './tab.ts'

/** A document the server did not have when the page was last open, kept by the browser for one tab. */
export interface Draft {
  readonly tab: string
  readonly baseRevision: number
  readonly job: Job
  /** Marks of the documents that were sent without an answer, the last one last. */
  readonly sent: readonly string[]
  /** When it was kept, ISO 8601. */
  readonly at: string
}

/** Edits of another tab that is gone; without a job where they cannot be read any more. */
export interface LeftDraft {
  readonly tab: string
  readonly at: string
  readonly job: Job | null
  /** As it is kept. */
  readonly text: string
  readonly problem: string
}

const PREFIX = 'yardlamp.draft.'
const keyOf = (jobId: string, tab: string): string => `${PREFIX}${jobId}.${tab}`

/** Mark of a document: two are the same where their marks are, but for one case in some million million. */
export function markOf(job: Job): string {
  const text = jobText(job)
  let [a, b] = [0x811c9dc5, 0x1b873593]
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    a = Math.imul(a ^ code, 0x01000193)
    b = Math.imul(b ^ code, 0x85ebca6b)
  }
  return `${text.length}.${(a >>> 0).toString(36)}.${(b >>> 0).toString(36)}`
}

/** @returns whether the browser keeps it: a private window or a full disk may not */
export function keepDraft(jobId: string, baseRevision: number, job: Job, sent: readonly string[]): boolean {
  try {
    const head = `{"baseRevision":${baseRevision},"sent":${JSON.stringify(sent)},"at":"${new Date().toISOString()}"`
    localStorage.setItem(keyOf(jobId, THIS_TAB), `${head},"job":${jobText(job)}}`)
    return true
  } catch {
    // What was kept before stays: it is older, and better than nothing.
    return false
  }
}

const SENT = /^(\{"baseRevision":\d+,"sent":)(?:null|"[^"]*"|\[[^\]]*\])/

/** A draft of this tab says what is on its way now; when it was kept stays as it was. Nothing where none is kept. */
export function markDraft(jobId: string, sent: readonly string[]): void {
  const key = keyOf(jobId, THIS_TAB)
  const kept = textOf(key)
  if (kept === null) return
  try {
    localStorage.setItem(
      key,
      kept.replace(SENT, (_, head: string) => head + JSON.stringify(sent)),
    )
  } catch {
    // As it stands it is as good as before.
  }
}

/** Of this tab: what it held back is saved, or the person said so. */
export const dropDraft = (jobId: string): void => dropDraftOf(jobId, THIS_TAB)

export function dropDraftOf(jobId: string, tab: string): void {
  try {
    localStorage.removeItem(keyOf(jobId, tab))
  } catch {
    // Nothing was kept.
  }
}

/** The draft of this tab; null where there is none or it cannot be read. */
export function readDraft(jobId: string): Draft | null {
  const kept = textOf(keyOf(jobId, THIS_TAB))
  const read = kept === null ? null : draftIn(THIS_TAB, kept)
  return read && 'baseRevision' in read ? read : null
}

function textOf(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}

/** Drafts of before told the last mark alone. */
const marksIn = (sent: unknown): string[] => [sent].flat().filter((mark): mark is string => typeof mark === 'string')

function draftIn(tab: string, text: string): Draft | LeftDraft {
  let at = ''
  try {
    const kept = JSON.parse(text) as { baseRevision: number; job: unknown; sent?: unknown; at?: string }
    at = kept.at ?? ''
    const job = keptJob(kept.job)
    if (!Number.isInteger(kept.baseRevision)) throw new InputError('INPUT_INVALID', '', 'it names no revision')
    return { tab, baseRevision: kept.baseRevision, job, sent: marksIn(kept.sent), at }
  } catch (error) {
    const problem = error instanceof InputError ? error.message : 'it is no document'
    return { tab, at, job: null, text, problem }
  }
}

/**
 * Drafts of a job that other tabs left behind, the latest first, and what this tab kept that cannot be read. Those of tabs
 * that are still open are theirs; where the browser does not say which are, all of them are shown.
 */
export async function leftDrafts(jobId: string): Promise<(Draft | LeftDraft)[]> {
  const held = await heldTabs()
  const found: (Draft | LeftDraft)[] = []
  for (const key of draftKeys(jobId)) {
    const tab = key.slice(PREFIX.length + jobId.length + 1)
    if (tab !== THIS_TAB && held?.has(tab)) continue
    const text = textOf(key)
    const draft = text === null ? null : draftIn(tab, text)
    if (!draft || (tab === THIS_TAB && 'baseRevision' in draft)) continue
    found.push(tab === THIS_TAB ? setAside(jobId, draft as LeftDraft) : draft)
  }
  return found.sort((a, b) => b.at.localeCompare(a.at))
}

/** What this tab kept and cannot read goes out of the way of its next draft; where it cannot be moved it stays. */
function setAside(jobId: string, draft: LeftDraft): LeftDraft {
  const aside = `${THIS_TAB}-aside`
  try {
    localStorage.setItem(keyOf(jobId, aside), draft.text)
  } catch {
    return draft
  }
  dropDraft(jobId)
  return { ...draft, tab: aside }
}

function draftKeys(jobId: string): string[] {
  try {
    return Object.keys(localStorage).filter(
      (key) => key === `${PREFIX}${jobId}` || key.startsWith(`${PREFIX}${jobId}.`),
    )
  } catch {
    return []
  }
}

/** What another tab left becomes this tab's own. */
export function takeOver(jobId: string, draft: Draft): boolean {
  if (!keepDraft(jobId, draft.baseRevision, draft.job, draft.sent)) return false
  dropDraftOf(jobId, draft.tab)
  if (draft.tab === '') dropLegacy(jobId)
  return true
}

/** Drafts of before they belonged to tabs had no tab in their name. */
function dropLegacy(jobId: string): void {
  try {
    localStorage.removeItem(`${PREFIX}${jobId}`)
  } catch {
    // Nothing was kept.
  }
}

/** A left draft is let go: it was saved as a job of its own, or the person says so. */
export function letGo(jobId: string, tab: string): void {
  dropDraftOf(jobId, tab)
  if (tab === '') dropLegacy(jobId)
}
