import { type LifeYear, type Plan, yearsLookedAt } from '@yard-lamp/core/proof'
import { useEffect, useState } from 'react'
import { selectJob } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { years } from '../../workers/years.ts'

/** The years ahead of a plan, from the worker; null while they are being worked. */
export function useLife(plan: Plan): readonly LifeYear[] | null {
  const count = yearsLookedAt(useAppSelector(selectJob))
  const [answer, setAnswer] = useState<{ readonly of: Plan; readonly life: readonly LifeYear[] } | null>(null)
  useEffect(() => {
    let late = false
    void years()
      .lifeYears(plan, count)
      .then((life) => !late && life && setAnswer({ of: plan, life }))
    return () => {
      late = true
    }
  }, [plan, count])
  return answer?.of === plan && answer.life.length === count ? answer.life : null
}
