import { DAY_FIGURES, type KeptDay } from '../log/index.ts'
import { isLogEntry, type SiteRecord } from '../records/index.ts'
import type { UpkeepStanding } from './calendar.ts'

interface StandingBrief {
  readonly monthsInUse: readonly number[]
  /** Day of the sign-off, as 2026-11-29; null before. */
  readonly signedDay: string | null
  readonly records: readonly SiteRecord[]
  /** Days of each source of readings. */
  readonly sources: readonly { readonly days: readonly KeptDay[] }[]
  readonly today: string
}

/** Since when it runs, and how long its generator did. It begins with the sign-off; where nobody signed, with the first that was read or written down. */
export function standingOf({ monthsInUse, signedDay, records, sources, today }: StandingBrief): UpkeepStanding {
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
  return { begunDay: signedDay ?? first ?? null, today, generatorHours, monthsInUse }
}
