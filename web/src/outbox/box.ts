import type { SiteRecord } from '@yard-lamp/core/records'
import Dexie, { type EntityTable } from 'dexie'

/** A record the server does not have yet. `refused`: why it will not take it; empty while it waits. */
export interface WaitingRecord {
  /** The order they were written in. */
  readonly seq: number
  readonly id: string
  readonly jobId: string
  /** As it was written, also where this version of the program cannot read it. */
  readonly record: SiteRecord
  readonly refused: string
}

/** A photograph the server does not have yet. */
export interface WaitingPhoto {
  readonly fileId: string
  readonly jobId: string
  readonly photo: Blob
  readonly keepPlace: boolean
  readonly refused: string
}

/** In IndexedDB: it outlives the page, the browser and every version of the program. */
class Box extends Dexie {
  records!: EntityTable<WaitingRecord, 'seq'>
  photos!: EntityTable<WaitingPhoto, 'fileId'>

  constructor() {
    super('yardlamp-outbox')
    // A number, once used, keeps its shape: what waits on a telephone was written by an older program.
    this.version(1).stores({ records: '++seq, &id, jobId', photos: '&fileId, jobId' })
  }
}

const box = new Box()

/** Records that are on their way into the box, or for which it has no room: they are of this page alone. */
const outside = new Map<string, Omit<WaitingRecord, 'seq'>>()
const photosOutside = new Map<string, WaitingPhoto>()
const listeners = new Set<() => void>()
/** Other tabs hear of it too. */
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('yardlamp.outbox')
const changed = (): void => {
  for (const each of listeners) each()
}
const moved = (): void => {
  changed()
  channel?.postMessage('moved')
}
channel?.addEventListener('message', changed)
// A test that ends, ends.
;(channel as unknown as { unref?: () => void } | null)?.unref?.()

/** What waits; also where the browser denies us its storage. */
async function orNone<T>(read: () => Promise<T[]>): Promise<T[]> {
  try {
    await takenOver
    return await read()
  } catch {
    return []
  }
}

export const outbox = {
  /** Hears of every change, by whichever tab. @returns how to hear no more */
  onChange(listener: () => void): () => void {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },

  /** Puts records in, in their order. @returns whether this device keeps them; they wait on the page alone where it does not */
  async put(jobId: string, records: readonly SiteRecord[]): Promise<boolean> {
    for (const record of records) outside.set(record.id, { id: record.id, jobId, record, refused: '' })
    try {
      await takenOver
      await box.records.bulkAdd(records.map((record) => ({ id: record.id, jobId, record, refused: '' })))
      for (const { id } of records) outside.delete(id)
      moved()
      return true
    } catch {
      moved()
      return false
    }
  },

  /** @returns whether this device keeps it */
  async putPhoto(photo: Omit<WaitingPhoto, 'refused'>): Promise<boolean> {
    const row = { ...photo, refused: '' }
    try {
      await takenOver
      await box.photos.put(row)
      moved()
      return true
    } catch {
      photosOutside.set(photo.fileId, row)
      moved()
      return false
    }
  },

  /** In the order they were written. */
  async records(jobId?: string): Promise<Omit<WaitingRecord, 'seq'>[]> {
    const kept = await orNone(() =>
      jobId === undefined ? box.records.orderBy('seq').toArray() : box.records.where({ jobId }).sortBy('seq'),
    )
    const there = new Set(kept.map(({ id }) => id))
    const others = [...outside.values()].filter((each) => jobId === undefined || each.jobId === jobId)
    return [...kept, ...others.filter(({ id }) => !there.has(id))]
  },

  async photos(jobId?: string): Promise<WaitingPhoto[]> {
    const kept = await orNone(() =>
      jobId === undefined ? box.photos.toArray() : box.photos.where({ jobId }).toArray(),
    )
    const others = [...photosOutside.values()].filter((each) => jobId === undefined || each.jobId === jobId)
    return [...kept, ...others]
  },

  async dropRecords(ids: readonly string[]): Promise<void> {
    for (const id of ids) outside.delete(id)
    await box.records
      .where('id')
      .anyOf([...ids])
      .delete()
      .catch(() => undefined)
    moved()
  },

  async dropPhoto(fileId: string): Promise<void> {
    photosOutside.delete(fileId)
    await box.photos.delete(fileId).catch(() => undefined)
    moved()
  },

  /** The server will not take it: it stays until a person has seen why. */
  async refuseRecord(id: string, refused: string): Promise<void> {
    const own = outside.get(id)
    if (own) outside.set(id, { ...own, refused })
    await box.records
      .where({ id })
      .modify({ refused })
      .catch(() => undefined)
    moved()
  },

  async refusePhoto(fileId: string, refused: string): Promise<void> {
    const own = photosOutside.get(fileId)
    if (own) photosOutside.set(fileId, { ...own, refused })
    await box.photos.update(fileId, { refused }).catch(() => undefined)
    moved()
  },
}

/** Where records waited before there was a box. */
const OLD_PREFIX = 'yardlamp.records.'

/** Takes over what an older program kept elsewhere; what is there twice is there once. */
async function takeOver(): Promise<void> {
  for (const key of Object.keys(globalThis.localStorage ?? {}).filter((each) => each.startsWith(OLD_PREFIX))) {
    const text = localStorage.getItem(key)
    const { unsent = [], ...rest } = JSON.parse(text ?? '{}') as { unsent?: SiteRecord[] }
    if (unsent.length === 0) continue
    const jobId = key.slice(OLD_PREFIX.length)
    await box.transaction('rw', box.records, async () => {
      for (const record of unsent)
        if ((await box.records.where({ id: record.id }).count()) === 0)
          await box.records.add({ id: record.id, jobId, record, refused: '' })
    })
    localStorage.setItem(key, JSON.stringify(rest))
  }
}
const takenOver: Promise<void> = takeOver().catch(() => undefined)
