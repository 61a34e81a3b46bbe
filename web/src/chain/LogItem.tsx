import { memo, useEffect } from 'react'
import { openLog } from '../store/log.ts'
import type { LogState } from '../store/log-slice.ts'
import type { LinkStatus } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
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
  const { answer, status } = answerOf(isKnown ? log : null)
  return <PageLine jobId={jobId} path="log" answer={answer} status={status} />
})

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
