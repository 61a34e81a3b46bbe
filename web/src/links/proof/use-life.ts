import type { LifeYear, Plan } from '@yard-lamp/core/proof'
import { useEffect, useState } from 'react'
import { askOfYears } from '../../workers/years.ts'

/** So many years ahead of a plan, from the worker; null while they are being worked. */
export function useLife(plan: Plan, count: number): readonly LifeYear[] | null {
  const [answer, setAnswer] = useState<{ readonly of: Plan; readonly life: readonly LifeYear[] } | null>(null)
  useEffect(() => {
    const { answer: asked, giveUp } = askOfYears((worker, name) => worker.lifeYears(name, plan, count))
    void asked.then((life) => life && setAnswer({ of: plan, life }))
    return giveUp
  }, [plan, count])
  return answer?.of === plan && answer.life.length === count ? answer.life : null
}
