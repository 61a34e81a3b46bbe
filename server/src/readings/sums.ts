import {
  DAY_FIGURES,
  DAY_MS,
  dateOfDay,
  dayOf,
  daySums,
  HOUR_MS,
  hourOf,
  hoursOf,
  type KeptHour,
  logHours,
  mostSpaceMs,
} from '@yard-lamp/core/log'
import { sql } from 'drizzle-orm'
import { beside, readRows, type Tx } from './rows.ts'
import { readingDays, readingHours } from './table.ts'

/** What the sums of a source go by. */
export interface SummedSource {
  readonly row: number
  readonly offsetMin: number
  readonly stepMs: number
}

/** A stretch that is summed at once: two weeks, of which minutes are twenty thousand readings. */
const STRETCH_MS = 14 * DAY_MS
/** More than any monitor gives in a stretch, one each two seconds: the rest of it is not summed. */
const MOST_ROWS = 700_000
const SIGNIFICANT = 6

/** Works the hours and days anew that readings of a stretch of time bear on. */
export async function sumAnew(tx: Tx, source: SummedSource, firstMs: number, lastMs: number): Promise<void> {
  const offsetMs = source.offsetMin * 60_000
  const [before, after] = await beside(tx, source.row, firstMs, lastMs + 1)
  const spaceMs = mostSpaceMs(source.stepMs)
  // A reading bears on the way from the one before it and to the one after it.
  const near = (sample: typeof before, otherMs: number) =>
    sample && Math.abs(sample.atMs - otherMs) <= spaceMs ? sample.atMs : otherMs
  const fromMs = hourOf(near(before, firstMs), offsetMs)
  const toMs = hourOf(near(after, lastMs), offsetMs) + HOUR_MS
  for (let at = fromMs; at < toMs; at += STRETCH_MS)
    await sumStretch(tx, source, at, Math.min(toMs, at + STRETCH_MS), spaceMs)
  await sumDays(tx, source, dayOf(fromMs, offsetMs), dayOf(toMs - 1, offsetMs))
}

async function sumStretch(tx: Tx, source: SummedSource, fromMs: number, toMs: number, spaceMs: number): Promise<void> {
  const [before, after] = await beside(tx, source.row, fromMs, toMs)
  const inside = await readRows(tx, source.row, fromMs, toMs, MOST_ROWS)
  const samples = [...(before ? [before] : []), ...inside, ...(after ? [after] : [])]
  const hours = hoursOf(samples, { fromMs, toMs, offsetMs: source.offsetMin * 60_000, spaceMs })
  await tx.execute(sql`
    delete from reading_hours where source = ${source.row}
    and hour >= to_timestamp(${fromMs / 1000}::float8) and hour < to_timestamp(${toMs / 1000}::float8)`)
  if (hours.length === 0) return
  await tx.insert(readingHours).values(
    hours.map(({ hourMs, figures }) => ({
      source: source.row,
      hour: new Date(hourMs),
      figures: figures.map(shorter),
    })),
  )
}

/** Six digits: more than a meter has. */
const shorter = (value: number | null): number | null =>
  value === null ? null : Number(value.toPrecision(SIGNIFICANT))

async function sumDays(tx: Tx, source: SummedSource, firstDay: number, lastDay: number): Promise<void> {
  const offsetMs = source.offsetMin * 60_000
  const hours = await readHours(tx, source.row, firstDay * DAY_MS - offsetMs, (lastDay + 1) * DAY_MS - offsetMs)
  const log = logHours([hours], offsetMs)
  const days = log
    ? Array.from({ length: log.days }, (_, i) => ({ day: log.firstDay + i, sums: daySums(log, i * 24) }))
    : []
  await tx.execute(sql`
    delete from reading_days where source = ${source.row}
    and day between ${dateOfDay(firstDay)}::date and ${dateOfDay(lastDay)}::date`)
  const rows = days.flatMap(({ day, sums }) =>
    sums ? [{ source: source.row, day: dateOfDay(day), figures: DAY_FIGURES.map((name) => shorter(sums[name])) }] : [],
  )
  if (rows.length > 0) await tx.insert(readingDays).values(rows)
}

/** Hours of a source that begin from one moment up to another. */
export async function readHours(tx: Tx, source: number, fromMs: number, toMs: number): Promise<KeptHour[]> {
  // As one text: of a year, reading nine thousand rows one by one took most of the answer.
  const { rows } = await tx.execute<{ hours: string }>(sql`
    select coalesce(json_agg(json_build_object(
      'hourMs', round(extract(epoch from hour) * 1000)::bigint, 'figures', figures) order by hour), '[]')::text as hours
    from reading_hours
    where source = ${source} and hour >= to_timestamp(${fromMs / 1000}::float8)
      and hour < to_timestamp(${toMs / 1000}::float8)`)
  return JSON.parse(rows[0]?.hours ?? '[]') as KeptHour[]
}
