import type { JobsPage } from '@yard-lamp/core/report'
import { api } from '../api/client.ts'
import { askedBy } from './asked.ts'

/** The first list is asked for while the page that shows it is still read. */
let first: { readonly search: string; readonly page: Promise<JobsPage> } | null = null

export function askFirstPage(): void {
  if (location.pathname !== '/') return
  const { search } = location
  const page = api.listJobs(askedBy(new URLSearchParams(search)))
  // Whoever takes it hears of a refusal.
  page.catch(() => undefined)
  first = { search, page }
}

/** Once, and only where it is what is asked for now. */
export function takeFirstPage(): Promise<JobsPage> | null {
  const taken = first?.search === location.search ? first.page : null
  first = null
  return taken
}
