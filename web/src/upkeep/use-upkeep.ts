import { calendarOf, type DueTask, standingOf, upkeepOf } from '@yard-lamp/core/upkeep'
import { useMemo } from 'react'
import { designAsBuilt, selectBuildings, selectRecords } from '../store/records.ts'
import { selectDesign } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'

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
  const planned = useAppSelector(selectDesign)
  const built = useAppSelector(selectBuildings).at(-1) ?? null
  const records = useAppSelector(selectRecords)
  const sources = useAppSelector(({ log }) => log.sources)
  const made = designAsBuilt(planned, built)
  const tasks = useMemo(() => upkeepOf(made), [made])
  return useMemo(() => {
    const standing = standingOf({
      monthsInUse: made.job.site.monthsInUse,
      signedDay: built?.signedOff?.day ?? null,
      records,
      sources,
      today: today(),
    })
    const calendar = calendarOf(tasks, records, standing)
    return { begunDay: standing.begunDay, today: standing.today, calendar, dueDay: calendar[0]?.dueDay ?? null }
  }, [made, built, records, sources, tasks])
}
