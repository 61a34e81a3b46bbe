import type { ReadingSource } from '@yard-lamp/core/log'
import { DAY_FIGURES } from '@yard-lamp/core/log'
import { isLogEntry, type SiteRecord } from '@yard-lamp/core/records'
import { calendarOf, type DueTask, type UpkeepStanding, upkeepOf } from '@yard-lamp/core/upkeep'
import { useMemo } from 'react'
import { designAsBuilt, selectBuildings, selectRecords } from '../store/records.ts'
import { selectDesign } from '../store/selectors.ts'
import { useAppSelector } from '../store/store.ts'

export interface Upkeep {
  readonly begunDay: string | null
  readonly calendar: readonly DueTask[]
  readonly today: string
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
    const standing = standingOf(made.job.site.monthsInUse, built?.signedOff?.day ?? null, records, sources)
    return { begunDay: standing.begunDay, today: standing.today, calendar: calendarOf(tasks, records, standing) }
  }, [made, built, records, sources, tasks])
}

/** It begins with the sign-off; where nobody signed, with the first that was read or written down. */
function standingOf(
  monthsInUse: readonly number[],
  signedDay: string | null,
  records: readonly SiteRecord[],
  sources: readonly ReadingSource[],
): UpkeepStanding {
  const entries = records.filter(isLogEntry)
  const first = [
    ...sources.flatMap(({ days }) => days.slice(0, 1).map(({ day }) => day)),
    ...entries.map(({ when }) => when.slice(0, 10)),
  ].sort()[0]
  const ran = new Map<string, number>()
  const at = DAY_FIGURES.indexOf('generatorH')
  for (const { days } of sources)
    for (const { day, figures } of days) ran.set(day, Math.max(ran.get(day) ?? 0, figures[at] ?? 0))
  for (const entry of entries)
    if (entry.kind === 'generator') {
      const day = entry.when.slice(0, 10)
      ran.set(day, Math.max(ran.get(day) ?? 0, entry.runH))
    }
  let sum = 0
  const generatorHours = [...ran]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([day, hours]) => {
      sum += hours
      return { day, hours: sum }
    })
  return { begunDay: signedDay ?? first ?? null, today: today(), generatorHours, monthsInUse }
}
