import { isReference } from '@yard-lamp/core/log'
import { useEffect } from 'react'
import { api } from '../../api/client.ts'
import { openLog, selectReference } from '../../store/log.ts'
import { type LogState, liveHeard } from '../../store/log-slice.ts'
import { useAppDispatch, useAppSelector, useAppStore } from '../../store/store.ts'
import { logWorker } from '../../workers/log.ts'

/** Readings that come live are held against the design again after so long, ms: not with each. */
const TELL_EVERY_MS = 60_000

/** The log of a job: read when the page opens, and live while it is looked at. The chain holds it against the design. */
export function useLog(jobId: string): LogState {
  const log = useAppSelector((state) => state.log)
  const dispatch = useAppDispatch()
  const store = useAppStore()
  useEffect(() => {
    const reference = selectReference(store.getState())
    // It is ready when the readings are; a fault of it is told by the question itself.
    if (reference && isReference(reference))
      void logWorker()
        .expect(reference)
        .catch(() => undefined)
    void dispatch(openLog(jobId))
  }, [dispatch, jobId, store])
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
