import { useEffect, useRef } from 'react'
import { api } from '../../api/client.ts'
import { openLog, selectReference, tellAgain } from '../../store/log.ts'
import { type LogState, liveHeard } from '../../store/log-slice.ts'
import { selectRecords } from '../../store/records.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

/** Readings that come live are held against the design again after so long, ms: not with each. */
const TELL_EVERY_MS = 60_000

/** The log of a job: read when the page opens, told again when design or records move, and live while it is looked at. */
export function useLog(jobId: string): LogState {
  const log = useAppSelector((state) => state.log)
  const reference = useAppSelector(selectReference)
  const records = useAppSelector(selectRecords)
  const dispatch = useAppDispatch()
  const isRead = useRef(false)
  isRead.current = log.status === 'read' && log.jobId === jobId
  useEffect(() => void dispatch(openLog(jobId)), [dispatch, jobId])
  // biome-ignore lint/correctness/useExhaustiveDependencies: told again when one of them moves
  useEffect(() => {
    if (isRead.current) void dispatch(tellAgain())
  }, [dispatch, reference, records])
  useEffect(() => {
    const live = new EventSource(api.liveAddress(jobId))
    let timer: ReturnType<typeof setTimeout> | undefined
    live.onmessage = ({ data }) => {
      dispatch(liveHeard(JSON.parse(data)))
      timer ??= setTimeout(() => {
        timer = undefined
        void dispatch(openLog(jobId))
      }, TELL_EVERY_MS)
    }
    return () => {
      live.close()
      clearTimeout(timer)
    }
  }, [dispatch, jobId])
  return log
}
