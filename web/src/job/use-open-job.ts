import { useCallback, useEffect, useState } from 'react'
import { ApiFailure } from '../api/client.ts'
import { closeJob, openJob } from '../store/open-job.ts'
import { openRecords } from '../store/records.ts'
import { useAppDispatch } from '../store/store.ts'

/** Why a job did not open. `passes`: it is tried again by itself. */
export interface Failure {
  readonly kind: 'missing' | 'unread' | 'passes' | 'fault'
  readonly message: string
}

/** Waits before a job is asked for again while the server does not answer, ms. */
const AGAIN_MS = [1500, 3000, 6000]

function failureOf(error: unknown): Failure {
  const message = (error as Error).message
  if (!(error instanceof ApiFailure)) return { kind: 'fault', message }
  if (error.code === 'JOB_NOT_FOUND') return { kind: 'missing', message }
  if (error.code === 'JOB_INVALID') return { kind: 'unread', message }
  return { kind: error.wasRefused ? 'fault' : 'passes', message }
}

/** Opens the job of the address; no failure while it opens and once it is open. */
export function useOpenJob(id: string): { failure: Failure | null; again: () => void } {
  const dispatch = useAppDispatch()
  const [failure, setFailure] = useState<Failure | null>(null)
  const [asked, setAsked] = useState(0)
  const again = useCallback(() => setAsked((times) => times + 1), [])
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again means opened again
  useEffect(() => {
    let gone = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const open = async (tries: number) => {
      try {
        await dispatch(openJob(id))
        void dispatch(openRecords(id))
        if (!gone) setFailure(null)
      } catch (error) {
        if (gone) return
        const found = failureOf(error)
        setFailure(found)
        if (found.kind === 'passes')
          timer = setTimeout(() => void open(tries + 1), AGAIN_MS[Math.min(tries, AGAIN_MS.length - 1)])
      }
    }
    setFailure(null)
    void open(0)
    return () => {
      gone = true
      clearTimeout(timer)
      dispatch(closeJob())
    }
  }, [dispatch, id, asked])
  return { failure, again }
}
