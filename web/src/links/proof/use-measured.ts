import { isQuestion, type MeasuredTold, yearQuestion } from '@yard-lamp/core/proof'
import { useEffect, useState } from 'react'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { years } from '../../workers/years.ts'
import { type KeptHours, keepHours, keptHours } from './measured-hours.ts'

/** The measured year of a job, as its part and the cloth need it. */
export interface Measured {
  readonly kept: KeptHours | null
  /** Of the design in hand; null while it is being worked. */
  readonly told: MeasuredTold | null
  readonly why: string
  /** Whether this browser keeps them until the next time. */
  readonly isKept: boolean
  readonly take: (kept: KeptHours | null) => void
}

/** The hours kept beside a job, worked again with each design. */
export function useMeasured(jobId: string): Measured {
  const [kept, setKept] = useState(() => keptHours(jobId))
  const [isKept, setIsKept] = useState(true)
  const [answer, setAnswer] = useState<{ readonly digest: string; readonly told: MeasuredTold } | null>(null)
  const [why, setWhy] = useState('')
  const question = yearQuestion(useAppSelector(selectDesign))
  const digest = isQuestion(question) ? question.digest : null
  // biome-ignore lint/correctness/useExhaustiveDependencies: a question is what its digest says
  useEffect(() => {
    if (!kept || !isQuestion(question)) return
    let late = false
    setWhy('')
    const { plan, asked } = question
    years()
      .tellMeasured({ plan, asked }, kept.hours)
      .then((told) => !late && setAnswer({ digest: question.digest, told }))
      .catch((fault: unknown) => !late && setWhy(fault instanceof Error ? fault.message : String(fault)))
    return () => {
      late = true
    }
  }, [kept, digest])
  const take = (next: KeptHours | null) => {
    setAnswer(null)
    setKept(next)
    setIsKept(keepHours(jobId, next))
  }
  return { kept, told: kept && answer && answer.digest === digest ? answer.told : null, why, isKept, take }
}
