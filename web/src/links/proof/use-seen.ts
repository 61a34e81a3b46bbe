import type { Plan, YearSeen } from '@yard-lamp/core/proof'
import { useEffect, useState } from 'react'
import { years } from '../../workers/years.ts'

/** The year of a seed, from the worker; the one before stays until it is here. Null while there is none to be seen. */
export function useSeen(plan: Plan | null, seed: number): YearSeen | null {
  const [seen, setSeen] = useState<YearSeen | null>(null)
  useEffect(() => {
    if (!plan) return setSeen(null)
    let late = false
    void years()
      .seeYear(plan, seed)
      .then((year) => !late && setSeen(year))
    return () => {
      late = true
    }
  }, [plan, seed])
  return seen
}
