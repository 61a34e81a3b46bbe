import type { Sample } from '@yard-lamp/core/log'
import { MEASURE_IDS, type MeasureId, type Values } from '@yard-lamp/core/records'
import { type SQL, sql } from 'drizzle-orm'
import type { Database } from '../database.ts'
import { readings } from './table.ts'

export type Tx = Pick<Database, 'select' | 'insert' | 'update' | 'delete' | 'execute'>

/** Column of each measure: a measure of the core without one does not compile. */
const COLUMN = {
  soc: readings.soc,
  batteryV: readings.batteryV,
  batteryA: readings.batteryA,
  batteryC: readings.batteryC,
  pvW: readings.pvW,
  pvTodayKwh: readings.pvTodayKwh,
  loadW: readings.loadW,
  loadTodayKwh: readings.loadTodayKwh,
  generatorH: readings.generatorH,
  sunW: readings.sunW,
  airC: readings.airC,
  stage: readings.stage,
} as const satisfies Record<MeasureId, unknown>

const columns = MEASURE_IDS.map((id) => sql.identifier(COLUMN[id].name))
const types = MEASURE_IDS.map((id) => sql.raw(id === 'stage' ? 'int2[]' : 'float4[]'))
const joined = (parts: readonly SQL[]): SQL => sql.join([...parts], sql`, `)
const names: SQL = joined(columns.map((column) => sql`${column}`))
const replaced: SQL = joined(columns.map((column) => sql`${column} = coalesce(excluded.${column}, readings.${column})`))

/**
 * Writes readings as they came. One of the same moment is the same reading, sent again: what it has now is taken, what it
 * has no more stays.
 * @returns how many were new
 */
export async function writeRows(tx: Tx, source: number, samples: readonly Sample[]): Promise<number> {
  const arrays = MEASURE_IDS.map((id, i) => {
    const column = samples.map(({ values }) => values[id] ?? null)
    return sql`${sql.param(column)}::${types[i] ?? sql``}`
  })
  const at = sql.param(samples.map(({ atMs }) => atMs))
  const { rows } = await tx.execute<{ fresh: boolean }>(sql`
    insert into readings (source, at, ${names})
    select ${source}::int, to_timestamp(t.at / 1000.0), ${joined(columns.map((column) => sql`t.${column}`))}
    from unnest(${at}::float8[], ${joined(arrays)}) as t(at, ${names})
    on conflict (source, at) do update set ${replaced}
    returning (xmax = 0) as fresh`)
  return rows.filter(({ fresh }) => fresh).length
}

type Row = { readonly at: number } & Readonly<Record<string, number | null>>

/** Readings of a source, in order of time. @param limit the first so many */
export async function readRows(tx: Tx, source: number, fromMs: number, toMs: number, limit: number): Promise<Sample[]> {
  const { rows } = await tx.execute<Row>(sql`
    select (extract(epoch from at) * 1000)::float8 as at, ${names} from readings
    where source = ${source} and at >= to_timestamp(${fromMs / 1000}::float8) and at < to_timestamp(${toMs / 1000}::float8)
    order by at limit ${limit}`)
  return rows.map(sampleOf)
}

/** The last readings of a source, in order of time. */
export async function lastRows(tx: Tx, source: number, limit: number): Promise<Sample[]> {
  const { rows } = await tx.execute<Row>(sql`
    select (extract(epoch from at) * 1000)::float8 as at, ${names} from readings
    where source = ${source} order by at desc limit ${limit}`)
  return rows.map(sampleOf).reverse()
}

/** The last reading before a moment, and the first from another on: what lies beside a stretch. */
export async function beside(tx: Tx, source: number, beforeMs: number, fromMs: number): Promise<(Sample | null)[]> {
  const one = async (where: SQL, order: SQL) => {
    const { rows } = await tx.execute<Row>(sql`
      select (extract(epoch from at) * 1000)::float8 as at, ${names} from readings
      where source = ${source} and ${where} order by at ${order} limit 1`)
    return rows[0] ? sampleOf(rows[0]) : null
  }
  return [
    await one(sql`at < to_timestamp(${beforeMs / 1000}::float8)`, sql`desc`),
    await one(sql`at >= to_timestamp(${fromMs / 1000}::float8)`, sql`asc`),
  ]
}

function sampleOf(row: Row): Sample {
  const values: Values = {}
  for (const id of MEASURE_IDS) {
    const value = row[COLUMN[id].name]
    if (value !== null && value !== undefined) values[id] = value
  }
  return { atMs: Math.round(row.at), values }
}
