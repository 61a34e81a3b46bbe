import type { ReactNode } from 'react'
import { selectYear } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { OfYear } from './OfYear.tsx'
import { useHeldYear, type WorkedStanding } from './use-held-year.ts'
import { yearWaits } from './year-waits.ts'

interface YearToldProps {
  /** "The darkest fortnight is drawn here": said with the reason while there is no year. */
  what: string
  children: (worked: WorkedStanding) => ReactNode
}

/** What a page tells of the year; in its stead, why there is none yet. */
export function YearTold({ what, children }: YearToldProps) {
  const standing = useAppSelector(selectYear)
  const held = useHeldYear()
  if (!held) return <p className="soft">{yearWaits(standing, what)}</p>
  return <OfYear isOld={held.isOld}>{children(held.value)}</OfYear>
}
