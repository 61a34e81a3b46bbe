import { currencyOf } from '@yard-lamp/core/job'
import { writerOf } from '@yard-lamp/core/units'
import { type ReactNode, useMemo } from 'react'
import { useAppSelector } from './store.ts'
import { WritingContext } from './use-write.ts'

/** Hands down how the figures of the open job are written. */
export function WritingOfJob({ children }: { children: ReactNode }) {
  const units = useAppSelector((state) => state.job?.job.units)
  const currency = useAppSelector((state) => (state.job ? currencyOf(state.job.job) : undefined))
  const written = useAppSelector((state) => state.job?.job.written)
  const writing = useMemo(
    () => (units && written ? { write: writerOf(units, currency), written } : null),
    [units, currency, written],
  )
  return <WritingContext value={writing}>{children}</WritingContext>
}
