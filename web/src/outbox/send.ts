import type { SiteRecord } from '@yard-lamp/core/records'
import { ApiFailure, api } from '../api/client.ts'
import { outbox, type WaitingPhoto } from './box.ts'

/** How sending goes, for whoever shows it. */
export interface Sending {
  readonly isSending: boolean
  /** Why it does not go on; empty while it does. */
  readonly problem: string
}

/** The server takes up to 500. */
const MOST_AT_ONCE = 200
/** Waits before what was not sent is sent again, ms. */
const AGAIN_MS = [2000, 5000, 15_000, 30_000]

let sending: Sending = { isSending: false, problem: '' }
let tries = 0
let timer: ReturnType<typeof setTimeout> | undefined
const listeners = new Set<() => void>()
const sentListeners = new Set<(jobId: string, records: readonly SiteRecord[]) => void>()

export const sendingNow = (): Sending => sending
export function onSending(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
/** Hears of what the server has from now on. */
export function onSent(listener: (jobId: string, records: readonly SiteRecord[]) => void): void {
  sentListeners.add(listener)
}

function say(next: Sending): void {
  sending = next
  for (const each of listeners) each()
}

/** One tab sends for all of them. */
async function alone(work: () => Promise<void>): Promise<void> {
  const locks = globalThis.navigator?.locks
  if (!locks) return work()
  await locks.request('yardlamp.outbox', { ifAvailable: true }, async (lock) => {
    if (lock) await work()
  })
}

let isWanted = false
let running: Promise<void> = Promise.resolve()

/**
 * Sends all that waits, of every job: photographs before the records that name them. Again by itself while there is no way.
 * Resolves when all of it was tried once, whether it was taken or not.
 */
export function sendNow(): Promise<void> {
  if (sending.isSending) isWanted = true
  else running = send()
  return running
}

async function send(): Promise<void> {
  clearTimeout(timer)
  say({ ...sending, isSending: true })
  try {
    do {
      isWanted = false
      await alone(sendAll)
    } while (isWanted)
    tries = 0
    say({ isSending: false, problem: '' })
  } catch (error) {
    say({ isSending: false, problem: (error as Error).message })
    timer = setTimeout(() => void sendNow(), AGAIN_MS[Math.min(tries, AGAIN_MS.length - 1)])
    ;(timer as { unref?: () => void }).unref?.()
    tries += 1
  }
}

async function sendAll(): Promise<void> {
  const jobIds = new Set([...(await outbox.photos()), ...(await outbox.records())].map(({ jobId }) => jobId))
  for (const jobId of jobIds) {
    for (const photo of await outbox.photos(jobId)) if (photo.refused === '') await sendPhoto(photo)
    await sendRecordsOf(jobId)
  }
}

async function sendPhoto({ jobId, fileId, photo, keepPlace }: WaitingPhoto): Promise<void> {
  try {
    await api.addPhoto(jobId, fileId, photo, keepPlace)
    await outbox.dropPhoto(fileId)
  } catch (error) {
    if (!(error instanceof ApiFailure && error.final)) throw error
    await outbox.refusePhoto(fileId, error.message)
  }
}

/** Photographs a record names. */
const filesOf = (record: SiteRecord): readonly string[] =>
  record.kind === 'photo' ? [record.fileId] : 'fileIds' in record ? record.fileIds : []

/** All together; where one of them is refused, one by one, so that the others are not held up by it. */
async function sendRecordsOf(jobId: string): Promise<void> {
  const missing = new Set((await outbox.photos(jobId)).map(({ fileId }) => fileId))
  const ready = (await outbox.records(jobId))
    .filter(({ refused }) => refused === '')
    .map(({ record }) => record)
    // A photograph the server would not take is spoken of until somebody has seen it; other records go without theirs.
    .filter((record) => record.kind !== 'photo' || !missing.has(record.fileId))
    .map((record) =>
      'fileIds' in record && filesOf(record).some((id) => missing.has(id))
        ? ({ ...record, fileIds: record.fileIds.filter((id) => !missing.has(id)) } as SiteRecord)
        : record,
    )
  for (let at = 0; at < ready.length; at += MOST_AT_ONCE) {
    const together = ready.slice(at, at + MOST_AT_ONCE)
    if (!(await sendTogether(jobId, together))) for (const record of together) await sendOne(jobId, record)
  }
}

/** @returns whether they were taken; not where one of them is refused */
async function sendTogether(jobId: string, records: readonly SiteRecord[]): Promise<boolean> {
  try {
    await api.addRecords(jobId, records)
  } catch (error) {
    if (!(error instanceof ApiFailure && error.final)) throw error
    return false
  }
  for (const each of sentListeners) each(jobId, records)
  await outbox.dropRecords(records.map(({ id }) => id))
  return true
}

async function sendOne(jobId: string, record: SiteRecord): Promise<void> {
  try {
    await api.addRecords(jobId, [record])
  } catch (error) {
    if (!(error instanceof ApiFailure && error.final)) throw error
    await outbox.refuseRecord(record.id, error.message)
    return
  }
  for (const each of sentListeners) each(jobId, [record])
  await outbox.dropRecords([record.id])
}

/** As soon as there is a way again, and when the page is looked at again. */
globalThis.addEventListener?.('online', () => void sendNow())
globalThis.document?.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'visible' && sending.problem !== '') void sendNow()
})
