import type { CatalogueItem, Edit, Job, JobSummary, StoredJob } from '@yard-lamp/core'
import type { CatalogueInForce, PriceList, StoredItem, StoredPriceList } from '@yard-lamp/core/catalogue'
import { jobText, REFUSALS, type RefusalCode } from '@yard-lamp/core/job'
import type { Batch, ListedSource, ReadingSource, SourceSaid } from '@yard-lamp/core/log'
import type { SiteRecord } from '@yard-lamp/core/records'
import type { JobsAsked, JobsPage, Study, StudyAsked } from '@yard-lamp/core/report'
import type { KnownPlace, SpotOnMap } from '@yard-lamp/core/site'
import { door, SHUT } from './door.ts'
import { peopleApi } from './people.ts'

export type { StoredItem, StoredPriceList }

/** A refusal by the server, or none where it could not be reached. */
export class ApiFailure extends Error {
  /** Of the server’s refusals; or the server did not answer. */
  readonly code: RefusalCode | 'UNREACHABLE'
  readonly details: Readonly<Record<string, unknown>>

  constructor(code: ApiFailure['code'], message: string, details: Readonly<Record<string, unknown>> = {}) {
    super(message)
    this.name = 'ApiFailure'
    this.code = code
    this.details = details
  }

  /** Another try of the same would only be refused again. */
  get final(): boolean {
    return this.code !== 'UNREACHABLE' && REFUSALS[this.code].final
  }

  /** The server said no, and so nothing was done; a fault on the way may have come before or after it. */
  get wasRefused(): boolean {
    return this.code !== 'UNREACHABLE' && REFUSALS[this.code].status < 500
  }

  /** What is there, where the save was refused for beginning from an older revision. */
  get newer(): StoredJob | null {
    return this.code === 'SAVE_STALE' ? (this.details.current as StoredJob) : null
  }
}

/** What a list shows of a design, and the mark of the catalogue it was made with. */
export interface Summarised {
  readonly summary: JobSummary
  readonly mark: string
}

/** A kept state of a job. */
export interface Revision {
  readonly revision: number
  readonly savedAt: string
  readonly name: string | null
}

/** Another page that has a job open. */
export interface Present {
  readonly name: string
  readonly isYou: boolean
  readonly isEditing: boolean
}

/** Longest a request may take before it counts as not reached, ms. */
const REQUEST_TIMEOUT_MS = 10_000
/** A whole catalogue or file on a slow line may take longer, ms. */
const LONG_TIMEOUT_MS = 30_000
/** A photograph on a telephone’s line, ms. */
const PHOTO_TIMEOUT_MS = 120_000

/** Answers that were asked for ahead stand for what is so long ago at most, ms. */
const AHEAD_MS = 5000
/** By address. */
const ahead = new Map<string, Promise<unknown>>()
let isAhead = false

/** What a page will ask for first is asked for while it is still read; the page is then given these answers, each once. */
export function askAhead(ask: () => readonly Promise<unknown>[]): void {
  isAhead = true
  // Whoever is given an answer hears of its refusal.
  for (const answer of ask()) answer.catch(() => undefined)
  isAhead = false
  setTimeout(() => ahead.clear(), AHEAD_MS)
}

function request<T>(method: string, path: string, body?: unknown, timeoutMs?: number): Promise<T> {
  const given = method === 'GET' && !isAhead ? ahead.get(path) : undefined
  if (given) {
    ahead.delete(path)
    return given as Promise<T>
  }
  const answer = requestText<T>(method, path, body === undefined ? undefined : JSON.stringify(body), timeoutMs)
  if (isAhead) {
    ahead.set(path, answer)
    // Whoever asks after it was refused may have signed in meanwhile.
    answer.catch(() => ahead.delete(path))
  }
  return answer
}

/** What was asked for before a change does not stand for what is after it: what is changed, what it is part of, its parts. */
function forgetAhead(changed: string): void {
  for (const path of ahead.keys()) if (changed.startsWith(path) || path.startsWith(changed)) ahead.delete(path)
}

/** @param body JSON, or a file as it is */
async function requestText<T>(
  method: string,
  path: string,
  body: string | Blob | undefined,
  timeoutMs = REQUEST_TIMEOUT_MS,
): Promise<T> {
  if (method !== 'GET') forgetAhead(path)
  const type = typeof body === 'string' ? 'application/json' : 'application/octet-stream'
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(timeoutMs),
      ...(body === undefined ? {} : { headers: { 'Content-Type': type }, body }),
    })
  } catch {
    throw new ApiFailure('UNREACHABLE', 'The server does not answer.')
  }
  if (response.status === 204) return undefined as T
  const answer: unknown = await response.json().catch(() => null)
  if (response.ok) return answer as T
  const error = (answer as { error?: { code: RefusalCode; message: string } } | null)?.error
  if (error && DOOR.has(error.code)) door.dispatchEvent(new Event(SHUT))
  throw new ApiFailure(
    error && error.code in REFUSALS ? error.code : 'UNREACHABLE',
    error?.message ?? 'The server’s answer could not be read.',
    error ?? {},
  )
}

/** The end of an address; what is empty is left out. */
function queryOf(said: Readonly<Record<string, string | null | undefined>>): string {
  const query = new URLSearchParams(Object.entries(said).filter((each): each is [string, string] => Boolean(each[1])))
  return query.size === 0 ? '' : `?${query}`
}

/** Who is here has to say so first. */
const DOOR: ReadonlySet<RefusalCode> = new Set(['SIGN_IN_FIRST', 'PASSWORD_FIRST'])

export const api = {
  ...peopleApi(request),
  /** A page of jobs. @param after `next` of the page before */
  listJobs: ({ find, state, folder, among }: JobsAsked, after?: string) =>
    request<JobsPage>('GET', `/jobs${queryOf({ find, state, folder, among: among === 'list' ? null : among, after })}`),
  /** Puts a job into a folder, or among what is done with; what is left out stays. */
  fileJob: (id: string, filed: { folder?: string; isArchived?: boolean }) =>
    request<void>('PUT', `/jobs/${id}/place`, filed),
  /** When its upkeep is due next, as 2026-11-29. */
  keepDue: (id: string, dueDay: string | null) => request<void>('PUT', `/jobs/${id}/due`, { dueDay }),
  createJob: (job: Job) => request<StoredJob>('POST', '/jobs', { job }),
  readJob: (id: string) => request<StoredJob>('GET', `/jobs/${id}`),
  saveJob: (id: string, baseRevision: number, job: Job, summarised?: Summarised) =>
    requestText<Omit<StoredJob, 'job'>>(
      'PUT',
      `/jobs/${id}`,
      `{"baseRevision":${baseRevision},"summarised":${JSON.stringify(summarised ?? null)},"job":${jobText(job)}}`,
    ),
  saveActs: (id: string, baseRevision: number, acts: readonly Edit[], summarised?: Summarised) =>
    request<Omit<StoredJob, 'job'>>('PATCH', `/jobs/${id}`, { baseRevision, acts, summarised: summarised ?? null }),
  /** What the list shows of a revision that is saved: its year takes longer than a save. */
  keepSummary: (id: string, revision: number, made: Summarised) =>
    request<void>('PUT', `/jobs/${id}/summary`, { revision, ...made }),
  duplicateJob: (id: string) => request<StoredJob>('POST', `/jobs/${id}/duplicate`),
  /** A new job begun as another. */
  beginAsJob: (id: string) => request<StoredJob>('POST', `/jobs/${id}/begin`),
  readStudies: (id: string) =>
    request<{ studies: Study[] }>('GET', `/jobs/${id}/studies`).then(({ studies }) => studies),
  askStudy: (id: string, asked: StudyAsked) => request<Study>('POST', `/jobs/${id}/studies`, asked),
  cancelStudy: (id: string, studyId: string) => request<void>('DELETE', `/jobs/${id}/studies/${studyId}`),
  studyFileAddress: (id: string, studyId: string) => `/api/jobs/${id}/studies/${studyId}/report.pdf`,
  /** Says that a page has a job open, and hears who else has. */
  tellPresence: (id: string, said: { pageId: string; isEditing: boolean }) =>
    request<{ others: Present[]; revision: number }>('POST', `/jobs/${id}/presence`, said),
  markTemplate: (id: string, template: boolean) => request<void>('PUT', `/jobs/${id}/template`, { template }),
  binJob: (id: string) => request<void>('DELETE', `/jobs/${id}`),
  restoreJob: (id: string) => request<void>('POST', `/jobs/${id}/restore`),
  listRevisions: (id: string) =>
    request<{ revisions: Revision[] }>('GET', `/jobs/${id}/revisions`).then(({ revisions }) => revisions),
  readRevision: (id: string, revision: number) => request<StoredJob>('GET', `/jobs/${id}/revisions/${revision}`),
  nameRevision: (id: string, revision: number, name: string | null) =>
    request<void>('PUT', `/jobs/${id}/revisions/${revision}/name`, { name }),
  readItems: () => request<{ items: StoredItem[] }>('GET', '/catalogue/items').then(({ items }) => items),
  keepItem: (item: CatalogueItem, baseRevision: number | null) =>
    request<StoredItem>('POST', '/catalogue/items', { item, baseRevision }),
  retireItem: (id: string, retired: boolean) =>
    request<void>('POST', `/catalogue/items/${id}/${retired ? 'retire' : 'restore'}`, {}),
  importItems: (items: readonly CatalogueItem[]) =>
    request<{ added: number; replaced: number }>('POST', '/catalogue/import', { items }, LONG_TIMEOUT_MS),
  readPriceLists: () =>
    request<{ priceLists: StoredPriceList[] }>('GET', '/catalogue/price-lists').then(({ priceLists }) => priceLists),
  addPriceList: (list: PriceList) =>
    request<StoredPriceList>('POST', '/catalogue/price-lists', { list, baseRevision: null }),
  changePriceList: (id: string, list: PriceList, baseRevision: number) =>
    request<StoredPriceList>('PUT', `/catalogue/price-lists/${id}`, { list, baseRevision }),
  removePriceList: (id: string) => request<void>('DELETE', `/catalogue/price-lists/${id}`),
  takePriceList: (id: string | null) => request<void>('PUT', '/catalogue/active-price-list', { id }),
  findPlaces: (find: string) =>
    request<{ places: KnownPlace[] }>('GET', `/places?find=${encodeURIComponent(find)}`).then(({ places }) => places),
  spotAt: (latitudeDeg: number, longitudeDeg: number) =>
    request<{ spot: SpotOnMap }>('GET', `/places/at?latitudeDeg=${latitudeDeg}&longitudeDeg=${longitudeDeg}`).then(
      ({ spot }) => spot,
    ),
  readCatalogue: () => request<CatalogueInForce>('GET', '/catalogue'),
  readRecords: (id: string) =>
    request<{ records: SiteRecord[] }>('GET', `/jobs/${id}/records`).then(({ records }) => records),
  addRecords: (id: string, records: readonly SiteRecord[]) => request<void>('POST', `/jobs/${id}/records`, { records }),
  /** Sources of readings with the hours of the last year and a month that were read, and all their days. */
  readReadings: (id: string) =>
    request<{ sources: ReadingSource[] }>('GET', `/jobs/${id}/readings`, undefined, LONG_TIMEOUT_MS).then(
      ({ sources }) => sources,
    ),
  readRows: (id: string, sourceId: string, fromMs: number, toMs: number) =>
    request<Batch & { isAll: boolean }>('GET', `/jobs/${id}/readings/sources/${sourceId}?from=${fromMs}&to=${toMs}`),
  addSource: (id: string, kind: 'file' | 'monitor', said: SourceSaid) =>
    request<ListedSource>('POST', `/jobs/${id}/readings/sources`, { kind, ...said }),
  changeSource: (id: string, sourceId: string, said: SourceSaid) =>
    request<ListedSource>('PUT', `/jobs/${id}/readings/sources/${sourceId}`, said, LONG_TIMEOUT_MS),
  removeSource: (id: string, sourceId: string) =>
    request<void>('DELETE', `/jobs/${id}/readings/sources/${sourceId}`, undefined, LONG_TIMEOUT_MS),
  addReadings: (id: string, sourceId: string, batch: Batch) =>
    request<{ added: number }>('POST', `/jobs/${id}/readings/sources/${sourceId}`, batch, LONG_TIMEOUT_MS),
  liveAddress: (id: string) => `/api/jobs/${id}/readings/live`,
  readingsAddress: (id: string) => `/api/jobs/${id}/readings/file`,
  /** @param keepPlace where it was taken stays in it */
  addPhoto: (id: string, fileId: string, photo: Blob, keepPlace: boolean) =>
    requestText<{ widthPx: number; heightPx: number }>(
      'PUT',
      `/jobs/${id}/files/${fileId}${keepPlace ? '?place=keep' : ''}`,
      photo,
      PHOTO_TIMEOUT_MS,
    ),
  photoAddress: (id: string, fileId: string, small = false) =>
    `/api/jobs/${id}/files/${fileId}${small ? '/small' : ''}`,
  /** The document as it is kept, also where it cannot be read. */
  keptAddress: (id: string) => `/api/jobs/${id}/file?as=kept`,
  calendarAddress: (id: string) => `/api/jobs/${id}/upkeep.ics`,
  fileAddress: (id: string) => `/api/jobs/${id}/file`,
}
