import { type Design, design, type Job } from '@yard-lamp/core'
import {
  type Built,
  type Difference,
  differencesOf,
  jobAsBuilt,
  type Now,
  type StandingStep,
  standingsOf,
  stepsOf,
} from '@yard-lamp/core/build'
import { useEffect, useMemo, useState } from 'react'
import { designAsBuilt, planOf, selectBuildings } from '../../store/records.ts'
import { selectCatalogue, selectDesign, selectJobId } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

/** The building under way, or the last one that was signed; with where each of its steps stands. */
export interface Building {
  readonly design: Design
  /** Null before the work has begun. */
  readonly built: Built | null
  readonly earlier: readonly Built[]
  readonly standings: readonly StandingStep[]
}

/** @param now air and light, for what panels measure; null while nobody read them */
export function useBuilding(now: Now | null): Building {
  const planned = useAppSelector(selectDesign)
  const buildings = useAppSelector(selectBuildings)
  const built = buildings.at(-1) ?? null
  const made = designAsBuilt(planned, built)
  const steps = useMemo(() => stepsOf(made, now), [made, now])
  const standings = useMemo(() => standingsOf(steps, built), [steps, built])
  return { design: made, built, earlier: buildings.slice(0, -1), standings }
}

/** What was built otherwise than planned; null while the plan is read. */
export function useDifferences({ design: made, built }: Building): readonly Difference[] | null {
  const jobId = useAppSelector(selectJobId)
  const catalogue = useAppSelector(selectCatalogue)
  const [plan, setPlan] = useState<{ readonly key: string; readonly job: Job } | null>(null)
  const revision = built?.begin.revision
  const key = `${jobId}.${revision}`
  useEffect(() => {
    if (revision === undefined) return
    let gone = false
    planOf(jobId, revision).then(
      (job) => !gone && setPlan({ key, job }),
      () => undefined,
    )
    return () => {
      gone = true
    }
  }, [jobId, revision, key])
  return useMemo(
    () => (plan?.key === key ? differencesOf(design(jobAsBuilt(plan.job, built), catalogue), made) : null),
    [plan, key, built, catalogue, made],
  )
}
