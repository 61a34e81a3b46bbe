import { useRef } from 'react'
import { selectYear } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import type { YearStanding } from '../store/year-slice.ts'

export interface Held<T> {
  readonly value: T
  /** It is the one before: what it is of has moved, and the new one is not here yet. */
  readonly isOld: boolean
}

/** The latest there was of something that is worked anew: a page that took it away meanwhile would jump under the hand. */
export function useHeld<T>(newest: T | null): Held<T> | null {
  const latest = useRef<T | null>(null)
  if (newest !== null) latest.current = newest
  return latest.current === null ? null : { value: latest.current, isOld: newest === null }
}

export type WorkedStanding = Extract<YearStanding, { status: 'worked' }>

/** The year of the design in hand; while it is being worked, the one before. Null where there is none to be shown. */
export function useHeldYear(): Held<WorkedStanding> | null {
  const standing = useAppSelector(selectYear)
  const held = useHeld(standing.status === 'worked' ? standing : null)
  return standing.status === 'worked' || standing.status === 'working' ? held : null
}
