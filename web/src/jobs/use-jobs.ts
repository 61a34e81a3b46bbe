import type { JobListing } from '@yard-lamp/core'
import type { JobsAsked, JobsPage } from '@yard-lamp/core/report'
import { useCallback, useEffect, useRef, useState } from 'react'
import { useSearchParams } from 'react-router'
import { api } from '../api/client.ts'
import { askedBy } from './asked.ts'

export type Listing =
  | { readonly status: 'pending' }
  | ({ readonly status: 'fulfilled'; readonly of: JobsAsked } & JobsPage)
  | { readonly status: 'rejected'; readonly message: string }

/** Typing is searched for once it rests this long, ms. */
const REST_MS = 150

/** What the list is asked for stands in its address: it is there again after a job was opened, and can be kept. */
export function useAsked(): { asked: JobsAsked; ask: (patch: Partial<JobsAsked>) => void } {
  const [search, setSearch] = useSearchParams()
  // Of the page: what is typed does not wait for the address.
  const [asked, setAsked] = useState<JobsAsked>(() => askedBy(search))
  const ask = (patch: Partial<JobsAsked>) => {
    const next = { ...asked, ...patch }
    setAsked(next)
    const { find, state, folder, among } = next
    setSearch(
      {
        ...(find === '' ? {} : { find }),
        ...(state === null ? {} : { state }),
        ...(folder === null ? {} : { folder }),
        ...(among === 'list' ? {} : { among }),
      },
      { replace: true },
    )
  }
  return { asked, ask }
}

/** The jobs that are asked for, page by page. */
export function useJobs(asked: JobsAsked) {
  const [newest, setListing] = useState<Listing>({ status: 'pending' })
  // Jobs of the bin are never shown as those of the list, nor the other way round.
  const listing: Listing =
    newest.status === 'fulfilled' && newest.of.among !== asked.among ? { status: 'pending' } : newest
  const number = useRef(0)
  const key = JSON.stringify(asked)
  const read = useCallback(async () => {
    const own = ++number.current
    const of: JobsAsked = JSON.parse(key)
    // Of several answers under way only that of the last question is shown.
    const show = (found: Listing) => own === number.current && setListing(found)
    try {
      show({ status: 'fulfilled', of, ...(await api.listJobs(of)) })
    } catch (error) {
      show({ status: 'rejected', message: (error as Error).message })
    }
  }, [key])
  const more = async () => {
    if (listing.status !== 'fulfilled' || listing.next === null) return
    const own = number.current
    const page = await api.listJobs(listing.of, listing.next)
    if (own === number.current) setListing({ ...listing, ...page, jobs: joined(listing.jobs, page.jobs) })
  }
  // What is done may end after something else was asked for: the list then shown is read again.
  const latest = useRef(read)
  latest.current = read
  const isFirst = useRef(true)
  useEffect(() => {
    document.title = 'Jobs · Yard Lamp'
    if (isFirst.current) {
      isFirst.current = false
      return void read()
    }
    const timer = setTimeout(() => void read(), REST_MS)
    return () => clearTimeout(timer)
  }, [read])
  const readLatest = useCallback(() => latest.current(), [])
  return { listing, read, readLatest, more }
}

/** One that was saved meanwhile is on both pages: it is shown once. */
function joined(first: readonly JobListing[], second: readonly JobListing[]): JobListing[] {
  const there = new Set(first.map(({ id }) => id))
  return [...first, ...second.filter(({ id }) => !there.has(id))]
}
