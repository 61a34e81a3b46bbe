import type { Catalogue, CatalogueItem, Job, JobListing, StoredJob } from '@yard-lamp/core'
import type { PriceList } from '@yard-lamp/core/catalogue/price-list'
import type { StoredItem, StoredPriceList } from '@yard-lamp/core/catalogue/stored'

export type { StoredItem, StoredPriceList }

/** A refusal by the server, or none where it could not be reached. */
export class ApiFailure extends Error {
  /** Code of the server's catalogue, or UNREACHABLE. */
  readonly code: string
  readonly details: Readonly<Record<string, unknown>>

  constructor(code: string, message: string, details: Readonly<Record<string, unknown>> = {}) {
    super(message)
    this.name = 'ApiFailure'
    this.code = code
    this.details = details
  }
}

/** Longest a request may take before it counts as not reached, ms. */
const REQUEST_TIMEOUT_MS = 20_000

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(REQUEST_TIMEOUT_MS),
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    })
  } catch {
    throw new ApiFailure('UNREACHABLE', 'The server does not answer.')
  }
  if (response.status === 204) return undefined as T
  const answer: unknown = await response.json().catch(() => null)
  if (response.ok) return answer as T
  const error = (answer as { error?: { code: string; message: string } } | null)?.error
  throw new ApiFailure(
    error?.code ?? 'UNREACHABLE',
    error?.message ?? 'The server’s answer could not be read.',
    error ?? {},
  )
}

export const api = {
  listJobs: (inBin: boolean) =>
    request<{ jobs: JobListing[] }>('GET', `/jobs${inBin ? '?bin=1' : ''}`).then(({ jobs }) => jobs),
  createJob: (job: Job) => request<StoredJob>('POST', '/jobs', { job }),
  readJob: (id: string) => request<StoredJob>('GET', `/jobs/${id}`),
  saveJob: (id: string, baseRevision: number, job: Job) =>
    request<Omit<StoredJob, 'job'>>('PUT', `/jobs/${id}`, { baseRevision, job }),
  duplicateJob: (id: string) => request<StoredJob>('POST', `/jobs/${id}/duplicate`),
  binJob: (id: string) => request<void>('DELETE', `/jobs/${id}`),
  restoreJob: (id: string) => request<void>('POST', `/jobs/${id}/restore`),
  listRevisions: (id: string) =>
    request<{ revisions: { revision: number; savedAt: string }[] }>('GET', `/jobs/${id}/revisions`).then(
      ({ revisions }) => revisions,
    ),
  readRevision: (id: string, revision: number) => request<StoredJob>('GET', `/jobs/${id}/revisions/${revision}`),
  readItems: () => request<{ items: StoredItem[] }>('GET', '/catalogue/items').then(({ items }) => items),
  keepItem: (item: CatalogueItem, baseRevision: number | null) =>
    request<StoredItem>('POST', '/catalogue/items', { item, baseRevision }),
  retireItem: (id: string, retired: boolean) =>
    request<void>('POST', `/catalogue/items/${id}/${retired ? 'retire' : 'restore'}`, {}),
  importItems: (items: readonly CatalogueItem[]) =>
    request<{ added: number; replaced: number }>('POST', '/catalogue/import', { items }),
  readPriceLists: () =>
    request<{ priceLists: StoredPriceList[] }>('GET', '/catalogue/price-lists').then(({ priceLists }) => priceLists),
  addPriceList: (list: PriceList) =>
    request<StoredPriceList>('POST', '/catalogue/price-lists', { list, baseRevision: null }),
  changePriceList: (id: string, list: PriceList, baseRevision: number) =>
    request<StoredPriceList>('PUT', `/catalogue/price-lists/${id}`, { list, baseRevision }),
  removePriceList: (id: string) => request<void>('DELETE', `/catalogue/price-lists/${id}`),
  takePriceList: (id: string | null) => request<void>('PUT', '/catalogue/active-price-list', { id }),
  readCatalogue: () => request<Catalogue>('GET', '/catalogue'),
  fileAddress: (id: string) => `/api/jobs/${id}/file`,
}
