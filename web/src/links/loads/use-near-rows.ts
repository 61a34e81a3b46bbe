import { type RefObject, useEffect, useMemo, useState } from 'react'
import { flushSync } from 'react-dom'

/** A list up to this long is drawn whole. */
const MOST_WHOLE = 60
/** How far beyond the edge of what is seen rows are drawn whole, px: further than the next few arrows or turns of a wheel reach. */
const NEAR_PX = 400
/** Rows drawn whole before it is known what is seen. */
const FIRST = 24
/** Every so many rows one is watched: watching is paid for at each frame. */
const WATCH_EVERY = 4

interface NearRows {
  isNear(id: string): boolean
  /** Has a row drawn whole wherever it stands, so that the cursor can be put into it. */
  hold(id: string): void
}

/**
 * Which rows of a long list are drawn whole: those in sight or near it, and the one in hand. The others show their figures
 * and hold no fields: a page of 300 rows has some 6,000 boxes else, and each key pays for all of them.
 * @param ids of the rows in the order shown; the rows bear them as `data-load`
 */
export function useNearRows(table: RefObject<HTMLElement | null>, ids: readonly string[]): NearRows {
  const [held, hold] = useState('')
  const printing = usePrinting()
  const whole = ids.length <= MOST_WHOLE || printing
  // The same list for as long as the same rows stand in the same order, whatever is typed in them.
  const key = ids.join()
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  const rows = useMemo(() => ids, [key])
  const near = useWatched(table, rows, !whole)
  const isNear = (id: string) => whole || id === held || near.has(id)
  return { isNear, hold }
}

function useWatched(table: RefObject<HTMLElement | null>, rows: readonly string[], on: boolean): ReadonlySet<string> {
  /** Of the rows watched, those in sight or near it, and the row in hand; null until it is known. */
  const [seen, setSeen] = useState<ReadonlySet<string> | null>(null)
  useEffect(() => {
    if (!on || !table.current) return
    const inSight = new Set<string>()
    const look = (entries: readonly IntersectionObserverEntry[]) => {
      for (const { target, isIntersecting } of entries) {
        const id = loadOf(target)
        if (isIntersecting) inSight.add(id)
        else inSight.delete(id)
      }
      const inHand = table.current?.contains(document.activeElement) ? loadOf(document.activeElement) : ''
      setSeen(new Set([...inSight, inHand]))
    }
    const margin = `${NEAR_PX}px 0px`
    const init: IntersectionObserverInit & { scrollMargin: string } = { rootMargin: margin, scrollMargin: margin }
    const observer = new IntersectionObserver(look, init)
    const drawn = new Map(Array.from(table.current.querySelectorAll('[data-load]'), (row) => [loadOf(row), row]))
    for (let i = 0; i < rows.length; i += WATCH_EVERY) {
      const row = drawn.get(rows[i] ?? '')
      if (row) observer.observe(row)
    }
    return () => observer.disconnect()
  }, [on, rows, table])
  return useMemo(() => (seen ? around(rows, seen) : new Set(rows.slice(0, FIRST))), [rows, seen])
}

const loadOf = (within: Element | null): string => within?.closest<HTMLElement>('[data-load]')?.dataset.load ?? ''

/** The rows seen, and as many on both sides as may stand between them and the next one watched. */
function around(rows: readonly string[], seen: ReadonlySet<string>): ReadonlySet<string> {
  const near = new Set<string>()
  rows.forEach((id, i) => {
    if (seen.has(id)) for (const each of rows.slice(Math.max(0, i - WATCH_EVERY), i + WATCH_EVERY)) near.add(each)
  })
  return near
}

/** On paper every row stands whole. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false)
  useEffect(() => {
    const before = () => flushSync(() => setPrinting(true))
    const after = () => setPrinting(false)
    addEventListener('beforeprint', before)
    addEventListener('afterprint', after)
    return () => {
      removeEventListener('beforeprint', before)
      removeEventListener('afterprint', after)
    }
  }, [])
  return printing
}
