import type { MeasuredTold } from '@yard-lamp/core/proof'
import { useEffect, useState } from 'react'
import { years } from '../../workers/years.ts'
import type { WorkedStanding } from '../../year/use-held-year.ts'
import { type KeptHours, keepHours, keptHours } from './measured-hours.ts'

/** The measured year of a job, as its part and the cloth need it. */
export interface Measured {
  readonly kept: KeptHours | null
  /** Null while it is being worked for the first time. */
  readonly told: MeasuredTold | null
  /** What is told is of the design before: that of the design in hand is being worked. */
  readonly isOld: boolean
  readonly why: string
  /** Whether this browser keeps them until the next time. */
  readonly isKept: boolean
  readonly take: (kept: KeptHours | null) => void
}

/** The hours kept beside a job, worked again with each design whose years are told. */
export function useMeasured(jobId: string, { plan, told: { worked } }: WorkedStanding): Measured {
  const [kept, setKept] = useState(() => keptHours(jobId))
  const [isKept, setIsKept] = useState(true)
  const [answer, setAnswer] = useState<{ readonly digest: string; readonly told: MeasuredTold } | null>(null)
  const [why, setWhy] = useState('')
  const { asked, digest } = worked
  useEffect(() => {
    if (!kept) return
    let late = false
    setWhy('')
    years()
      .tellMeasured({ plan, asked }, kept.hours)
      .then((told) => !late && setAnswer({ digest, told }))
      .catch((fault: unknown) => {
        if (late) return
        setAnswer(null)
        setWhy(fault instanceof Error ? fault.message : String(fault))
      })
    return () => {
      late = true
    }
  }, [kept, plan, asked, digest])
  const take = (next: KeptHours | null) => {
    setAnswer(null)
    setKept(next)
    setIsKept(keepHours(jobId, next))
  }
  const told = kept && answer ? answer.told : null
  return { kept, told, isOld: answer?.digest !== digest, why, isKept, take }
}
