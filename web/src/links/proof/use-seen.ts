import type { Plan, YearSeen } from '@yard-lamp/core/proof'
import { useEffect, useState } from 'react'
import { years } from '../../workers/years.ts'
import type { Held } from '../../year/use-held-year.ts'

/** A year to be looked at: of which plan, with the sun of which seed. */
export interface ToSee {
  readonly plan: Plan
  readonly seed: number
}
export interface SeenYear extends ToSee {
  readonly seen: YearSeen
}

/** A year by the hour, from the worker; the one before stays until it is here. Null while there is none to be seen. */
export function useSeen(toSee: ToSee | null): Held<SeenYear> | null {
  const [value, setValue] = useState<SeenYear | null>(null)
  const { plan = null, seed = 0 } = toSee ?? {}
  useEffect(() => {
    if (!plan) return setValue(null)
    let late = false
    void years()
      .seeYear(plan, seed)
      .then((seen) => !late && setValue({ plan, seed, seen }))
    return () => {
      late = true
    }
  }, [plan, seed])
  return value && { value, isOld: value.plan !== plan || value.seed !== seed }
}
