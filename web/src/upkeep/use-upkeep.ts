import { calendarOf, type DueTask, standingOf, upkeepOf } from '@yard-lamp/core/upkeep'
import { useMemo } from 'react'
import { designAsBuilt, selectBuildings, selectRecords } from '../store/records.ts'
import { selectDesign } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'
import { useWhenIdle } from '../store/use-when-idle.ts'

export interface Upkeep {
  readonly begunDay: string | null
  readonly calendar: readonly DueTask[]
  readonly today: string
  /** On which the next task is due; null where none is. */
  readonly dueDay: string | null
}

export const today = (): string => new Date().toLocaleDateString('sv')

/** What is to be done to what stands there, each with its day. */
export function useUpkeep(): Upkeep {
  // It is a sum over all that stands there: a key typed into the design does not wait for it.
  const planned = useWhenIdle(useAppSelector(selectDesign))
  const built = useAppSelector(selectBuildings).at(-1) ?? null
  const records = useAppSelector(selectRecords)
  const sources = useAppSelector(({ log }) => log.sources)
  const { monthsInUse } = planned.job.site
  const standing = useMemo(
    () => standingOf({ monthsInUse, signedDay: built?.signedOff?.day ?? null, records, sources, today: today() }),
    [monthsInUse, built, records, sources],
  )
  // Nothing is due while nothing runs: most jobs ask nothing more.
  const made = standing.begunDay === null ? null : designAsBuilt(planned, built)
  const tasks = useMemo(() => (made ? upkeepOf(made) : []), [made])
  return useMemo(() => {
    const calendar = calendarOf(tasks, records, standing)
    return { begunDay: standing.begunDay, today: standing.today, calendar, dueDay: calendar[0]?.dueDay ?? null }
  }, [tasks, records, standing])
}
