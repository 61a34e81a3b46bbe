import type { Study, StudyAsked } from '@yard-lamp/core/report'
import { useCallback, useEffect, useState } from 'react'
import { api } from '../api/client.ts'

/** While something is under way it is asked how far it is, ms. */
const EACH_MS = 1000

export const isUnderWay = ({ state }: Study): boolean => state === 'waiting' || state === 'working'

/** What servers work on, and worked on, for a job. */
export function useStudies(jobId: string) {
  const [studies, setStudies] = useState<readonly Study[]>([])
  const [problem, setProblem] = useState('')
  const read = useCallback(
    () => api.readStudies(jobId).then(setStudies, (error: Error) => setProblem(error.message)),
    [jobId],
  )
  const isGoing = studies.some(isUnderWay)
  useEffect(() => void read(), [read])
  useEffect(() => {
    if (!isGoing) return
    const timer = setInterval(() => void read(), EACH_MS)
    return () => clearInterval(timer)
  }, [isGoing, read])
  const act = async (what: () => Promise<unknown>) => {
    setProblem('')
    try {
      await what()
    } catch (error) {
      setProblem((error as Error).message)
    }
    await read()
  }
  return {
    studies,
    problem,
    ask: (asked: StudyAsked) => act(() => api.askStudy(jobId, asked)),
    cancel: (id: string) => act(() => api.cancelStudy(jobId, id)),
  }
}
