import type { Study, StudyAsked } from '@yard-lamp/core/report'
import { useCallback, useEffect, useState } from 'react'
import { api } from '../api/client.ts'
import { useAct } from '../api/use-act.ts'

/** While something is under way it is asked how far it is, ms. */
const EACH_MS = 1000

export const isUnderWay = ({ state }: Study): boolean => state === 'waiting' || state === 'working'

/** What servers work on, and worked on, for a job. */
export function useStudies(jobId: string) {
  const [studies, setStudies] = useState<readonly Study[]>([])
  const read = useCallback(() => api.readStudies(jobId).then(setStudies), [jobId])
  const { problem, setProblem, act } = useAct(() => read().catch(() => undefined))
  const isGoing = studies.some(isUnderWay)
  useEffect(() => {
    read().catch((error: Error) => setProblem(error.message))
  }, [read, setProblem])
  useEffect(() => {
    if (!isGoing) return
    const timer = setInterval(() => void read().catch(() => undefined), EACH_MS)
    return () => clearInterval(timer)
  }, [isGoing, read])
  return {
    studies,
    problem,
    ask: (asked: StudyAsked) => act(() => api.askStudy(jobId, asked)),
    cancel: (id: string) => act(() => api.cancelStudy(jobId, id)),
  }
}
