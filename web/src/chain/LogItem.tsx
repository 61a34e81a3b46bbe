import { isAtLeast } from '@yard-lamp/core/people'
import { memo, useEffect, useRef } from 'react'
import { api } from '../api/client.ts'
import { roleNow } from '../people/me.ts'
import { openLog, tellAgain } from '../store/log.ts'
import type { LogState } from '../store/log-slice.ts'
import { selectRecords } from '../store/records.ts'
import { type LinkStatus, selectDesignOrNull } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { useWhenIdle } from '../store/use-when-idle.ts'
import { useUpkeep } from '../upkeep/use-upkeep.ts'
import { PageLine } from './PageLine.tsx'

/** Readings can wait until the design stands there, ms. */
const LATER_MS = 1500

/** The end of the chain: whether what stands there behaves as designed. */
export const LogItem = memo(function LogItem({ jobId }: { jobId: string }) {
  const log = useAppSelector((state) => state.log)
  const isOpen = useAppSelector((state) => state.job?.id === jobId && state.catalogue !== null)
  const isKnown = log.jobId === jobId
  const dispatch = useAppDispatch()
  useEffect(() => {
    if (!isOpen || isKnown) return
    const timer = setTimeout(() => void dispatch(openLog(jobId)), LATER_MS)
    return () => clearTimeout(timer)
  }, [dispatch, jobId, isOpen, isKnown])
  useToldAgain()
  useKeptDue(jobId)
  const { answer, status } = answerOf(isKnown ? log : null)
  return <PageLine jobId={jobId} path="log" answer={answer} status={status} />
})

/** The list of jobs says what is overdue: it is told the day on which the next task is due, when that moves. */
function useKeptDue(jobId: string): void {
  const { begunDay, dueDay } = useUpkeep()
  const isRead = useAppSelector(
    ({ log, records }) => log.jobId === jobId && log.status === 'read' && records.status === 'read',
  )
  const kept = useRef<string | null | undefined>(undefined)
  useEffect(() => {
    // Of what does not run there is nothing to tell.
    if (!isRead || begunDay === null || kept.current === dueDay) return
    kept.current = dueDay
    // Where it is not heard the next page says it again.
    if (isAtLeast(roleNow(), 'builder')) void api.keepDue(jobId, dueDay).catch(() => undefined)
  }, [jobId, begunDay, dueDay, isRead])
}

/** Held against the design again when that, the records or the readings move, and the page is idle: not with each key. */
function useToldAgain(): void {
  const newest = useAppSelector(selectDesignOrNull)
  const open = useWhenIdle(newest)
  const records = useAppSelector(selectRecords)
  const sources = useAppSelector(({ log }) => log.sources)
  const dispatch = useAppDispatch()
  // biome-ignore lint/correctness/useExhaustiveDependencies: told again when one of them moves
  useEffect(() => {
    if (open) void dispatch(tellAgain())
  }, [dispatch, open, records, sources])
}

function answerOf(log: LogState | null): { readonly answer: string; readonly status: LinkStatus } {
  if (!log || log.status === 'reading') return { answer: '…', status: 'missing' }
  if (log.status === 'failed') return { answer: 'could not be read', status: 'missing' }
  if (!log.told) return { answer: log.isTelling ? '…' : 'nothing read yet', status: 'missing' }
  const { isBehaving, diagnoses } = log.told
  if (isBehaving === null) return { answer: 'too little read', status: 'missing' }
  if (isBehaving) return { answer: 'behaving as designed', status: 'sound' }
  const [first] = diagnoses
  return { answer: first?.title ?? 'not as designed', status: first?.isUrgent ? 'danger' : 'fault' }
}
