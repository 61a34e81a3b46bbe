import { z } from 'zod'
import { describeRange } from '../method/quantity.ts'
import { MEASURE_IDS, MEASURES, type MeasureId, measureOf, STAGES_OF_CHARGE, type Values } from '../records/index.ts'
import { type Sample, usualStepMs } from './sums.ts'
import { dayStartMs, guessOrder, momentOf, TIME_ORDERS } from './table-times.ts'

/** Ways a figure may be written in a table: what was written times `factor`, plus `offset`, is what is kept. */
interface Written {
  readonly unit: string
  readonly factor: number
  readonly offset?: number
  /** A count that was never set back: the day’s part of it is taken. */
  readonly isInAll?: boolean
}

const same = (unit: string): Written => ({ unit, factor: 1 })
const energies: readonly Written[] = [
  same('kWh'),
  { unit: 'Wh', factor: 1e-3 },
  { unit: 'kWh in all', factor: 1, isInAll: true },
  { unit: 'Wh in all', factor: 1e-3, isInAll: true },
]
const powers: readonly Written[] = [same('W'), { unit: 'kW', factor: 1000 }]
const temperatures: readonly Written[] = [same('°C'), { unit: '°F', factor: 5 / 9, offset: -160 / 9 }]

/** Of each measure the ways it may be written, the one it is kept in first. */
export const WRITTEN_IN: Readonly<Record<MeasureId, readonly Written[]>> = {
  soc: [same('%'), { unit: '0 to 1', factor: 100 }],
  batteryV: [same('V'), { unit: 'mV', factor: 1e-3 }],
  batteryA: [
    same('A'),
    { unit: 'mA', factor: 1e-3 },
    { unit: 'A, out of it positive', factor: -1 },
    { unit: 'mA, out of it positive', factor: -1e-3 },
  ],
  batteryC: temperatures,
  pvW: powers,
  pvTodayKwh: energies,
  loadW: powers,
  loadTodayKwh: energies,
  generatorH: [same('h'), { unit: 'min', factor: 1 / 60 }, { unit: 's', factor: 1 / 3600 }],
  sunW: [same('W/m²'), { unit: 'kW/m²', factor: 1000 }],
  airC: temperatures,
  stage: [same('word')],
}

const column = z
  .int({ error: () => 'a column, counted from 0' })
  .min(0)
  .max(999)
/** Which columns of a table hold what: asked once of each kind of file, and remembered. */
export const mappingSchema = z.strictObject({
  date: column,
  /** Where the time of day stands in a column of its own. */
  clock: column.nullable(),
  order: z.enum(TIME_ORDERS),
  /** By UTC, or by the clock of the place; a time with a zone of its own keeps to that. */
  zone: z.enum(['place', 'utc']),
  columns: z
    .array(z.strictObject({ column, measure: z.enum(MEASURE_IDS), unit: z.string().max(40) }))
    .max(MEASURES.length),
})
export type Mapping = z.infer<typeof mappingSchema>

/** Words by which a column is known. Broad on purpose: a person sees what was taken, and changes it. */
const KNOWN_BY: Readonly<Record<MeasureId, RegExp>> = {
  soc: /\bsoc\b|state.of.charge|charge.?(level|state)|^charge\b/i,
  stage: /stage|phase|charge.?mode|\bstate\b/i,
  batteryV: /(batt?e?r?y?|bank|\bdc\b).*volt|volt.*batt|^v(olts?|oltage)?(\b|$)|batt?.*\bv\b/i,
  batteryA: /(batt?e?r?y?|bank|shunt).*(amp|current)|^(amps?|current)\b|batt?.*\ba\b/i,
  batteryC: /(batt?e?r?y?|bank|cell).*temp|temp.*batt/i,
  pvTodayKwh: /(pv|solar|yield|sun).*(wh|energy|yield|today)|yield/i,
  pvW: /(pv|solar|panel|array).*(power|watt|\bw\b)|^pv\b/i,
  loadTodayKwh: /(load|consum|use|house).*(wh|energy|today)/i,
  loadW: /(load|consum|house|output|\bac\b).*(power|watt|\bw\b)|^loads?\b/i,
  generatorH: /gen(erator|set)?.*(hour|run|\bh\b)/i,
  sunW: /irradian|pyranom|sun|w\/m/i,
  airC: /(air|ambient|outside|outdoor).*(temp|°)?|^temp/i,
}

/** Unit a heading names for a measure: the first way whose unit stands in it as a word. */
function guessedUnit(title: string, measure: MeasureId): string {
  const ways = WRITTEN_IN[measure]
  const isTotal = /total|lifetime|cumul|in all/i.test(title)
  const found = ways.filter(({ unit }) => {
    const word = unit.split(/[ ,]/)[0] ?? ''
    return new RegExp(`(^|[^\\p{L}])${word.replace(/[.*+?^$(){}|[\]\\/]/g, '\\$&')}($|[^\\p{L}²/])`, 'iu').test(title)
  })
  const fits = found.find(({ isInAll }) => (isInAll ?? false) === isTotal) ?? found[0]
  return (fits ?? ways.find(({ isInAll }) => (isInAll ?? false) === isTotal) ?? ways[0])?.unit ?? ''
}

/** What the columns of a table hold, by its heading and its first rows; null where no column is a time. */
export function guessMapping(
  titles: readonly string[],
  rows: readonly (readonly string[])[],
): { readonly mapping: Mapping; readonly isSureOfDay: boolean } | null {
  const first = rows.slice(0, 400)
  const texts = (at: number) => first.map((row) => row[at] ?? '')
  const times = titles.map((_, at) => guessOrder(texts(at)))
  const named = times.findIndex((time, at) => time && /time|date|stamp|when/i.test(titles[at] ?? ''))
  const date = named >= 0 ? named : times.findIndex((time) => time !== null)
  const order = times[date]
  if (!order) return null
  const isClock = (at: number) => at !== date && texts(at).every((text) => /^\d{1,2}:\d{2}/.test(text.trim()))
  const hasOwnClock = texts(date).some((text) => /\d:\d\d/.test(text))
  const clockAt = hasOwnClock ? -1 : titles.findIndex((_, at) => first.length > 0 && isClock(at))
  const taken = new Set([date, clockAt])
  const columns: Mapping['columns'] = []
  for (const measure of Object.keys(KNOWN_BY) as MeasureId[]) {
    const at = titles.findIndex((title, i) => !taken.has(i) && KNOWN_BY[measure].test(title))
    if (at < 0) continue
    taken.add(at)
    columns.push({ column: at, measure, unit: guessedUnit(titles[at] ?? '', measure) })
  }
  columns.sort((a, b) => a.column - b.column)
  const zone = /utc|gmt/i.test(titles[date] ?? '') ? 'utc' : 'place'
  const mapping: Mapping = { date, clock: clockAt >= 0 ? clockAt : null, order: order.order, zone, columns }
  return { mapping, isSureOfDay: order.isSure }
}

/** What was wrong with a row of a table. Rows are counted from 1, the heading with them. */
export interface RowProblem {
  readonly row: number
  readonly message: string
}

export interface TableRead {
  /** In order of time, one for each moment. */
  readonly samples: readonly Sample[]
  readonly problems: readonly RowProblem[]
  /** Rows and cells that were left out, all of them. */
  readonly leftOut: number
  readonly duplicates: number
  readonly outOfOrder: number
  /** Spaces of more than three usual steps. */
  readonly gaps: number
  readonly resets: number
  readonly stepMs: number
}

/** Most problems that are told one by one. */
const MOST_PROBLEMS = 20
const GAP_STEPS = 3

/**
 * Reads the rows of a table. A cell that cannot be is left out and told; an empty one is a gap.
 * @param firstRow number of the first row, as a person counts them
 * @param offsetMs of the clock of the place
 */
export function readTable(
  rows: readonly (readonly string[])[],
  mapping: Mapping,
  offsetMs: number,
  firstRow = 2,
): TableRead {
  const problems: RowProblem[] = []
  let leftOut = 0
  const problem = (at: number, message: string) => {
    leftOut += 1
    if (problems.length < MOST_PROBLEMS) problems.push({ row: firstRow + at, message })
  }
  const zoneMs = mapping.zone === 'utc' ? 0 : offsetMs
  const read: Sample[] = []
  for (const [at, row] of rows.entries()) {
    if (row.every((cell) => cell.trim() === '')) continue
    const text = row[mapping.date] ?? ''
    const atMs = momentOf(text, mapping.clock === null ? '' : (row[mapping.clock] ?? ''), mapping.order, zoneMs)
    if (atMs === null) {
      problem(at, `“${text}” is no time; expected a date and a time, ${mapping.order}`)
      continue
    }
    const values: Values = {}
    for (const { column: from, measure, unit } of mapping.columns) {
      const value = readCell(row[from] ?? '', measure, unit)
      if (typeof value === 'string') problem(at, value)
      else if (value !== null) values[measure] = value
    }
    if (Object.keys(values).length > 0) read.push({ atMs, values })
  }
  return { problems, leftOut, ...settled(read, mapping, offsetMs) }
}

/** A cell as it is kept; null where it is empty; in words where it cannot be. */
function readCell(cell: string, measure: MeasureId, unit: string): number | string | null {
  const plain = cell.trim()
  if (plain === '' || /^(nan|null|n\/?a|-+)$/i.test(plain)) return null
  const { label, range, unit: kept } = measureOf(measure)
  if (measure === 'stage') {
    const stage = stageOf(plain)
    return stage ?? `${label}: got “${plain}”; allowed: ${STAGES_OF_CHARGE.join(', ')}`
  }
  const number = Number(
    plain
      .replace(/\s/g, '')
      .replace(/^(-?\d+),(\d+)$/, '$1.$2')
      .replace(/%$/, ''),
  )
  const way = WRITTEN_IN[measure].find((each) => each.unit === unit) ?? WRITTEN_IN[measure][0]
  const value = number * (way?.factor ?? 1) + (way?.offset ?? 0)
  const isIn = value >= (range.min ?? Number.NEGATIVE_INFINITY) && value <= (range.max ?? Number.POSITIVE_INFINITY)
  if (Number.isFinite(value) && (isIn || way?.isInAll)) return value
  return `${label}: got “${plain}”; allowed: ${describeRange(range, kept)}`
}

/** Words controllers use for what they do, by number of the stage. */
const STAGE_WORDS: readonly RegExp[] = [
  /off|night|idle|sleep|standby|none|stop/i,
  /bulk|mppt|charging|constant.?current|\bcc\b|boost/i,
  /absor|constant.?volt|\bcv\b|equal/i,
  /float|full|storage|maint/i,
]
function stageOf(text: string): number | null {
  const number = Number(text)
  if (text !== '' && Number.isInteger(number) && number >= 0 && number < STAGES_OF_CHARGE.length) return number
  const at = STAGE_WORDS.findIndex((words) => words.test(text))
  return at >= 0 ? at : null
}

/** In order, each moment once, counts in all turned into those of the day; and what was noticed. */
function settled(read: readonly Sample[], { columns }: Mapping, offsetMs: number) {
  const outOfOrder = read.filter(({ atMs }, i) => i > 0 && atMs < (read[i - 1]?.atMs ?? 0)).length
  const byTime = new Map<number, Sample>()
  for (const sample of read) byTime.set(sample.atMs, sample)
  const sorted = [...byTime.values()].sort((a, b) => a.atMs - b.atMs)
  const inAll = columns.filter(({ measure, unit }) =>
    WRITTEN_IN[measure].some((way) => way.unit === unit && way.isInAll),
  )
  const samples = inAll.reduce<readonly Sample[]>((all, { measure }) => sinceMidnight(all, measure, offsetMs), sorted)
  const stepMs = usualStepMs(samples)
  const spaces = samples.slice(1).map(({ atMs }, i) => atMs - (samples[i]?.atMs ?? 0))
  return {
    samples,
    duplicates: read.length - byTime.size,
    outOfOrder,
    gaps: spaces.filter((space) => space > GAP_STEPS * stepMs).length,
    resets: samples.slice(1).filter((sample, i) => fell(samples[i], sample, offsetMs)).length,
    stepMs,
  }
}

/** A count fell within a day, or one that is not of the day fell at all. */
function fell(before: Sample | undefined, { atMs, values }: Sample, offsetMs: number): boolean {
  if (!before) return false
  const isSameDay = dayStartMs(atMs, offsetMs) === dayStartMs(before.atMs, offsetMs)
  return MEASURES.some((measure) => {
    if (measure.kind !== 'count' || ('isDaily' in measure && !isSameDay)) return false
    const [was, is] = [before.values[measure.id], values[measure.id]]
    return was !== undefined && is !== undefined && is < was
  })
}

/** A count in all as what of it came since midnight. */
function sinceMidnight(samples: readonly Sample[], measure: MeasureId, offsetMs: number): Sample[] {
  let base: number | null = null
  let day = Number.NaN
  let last: number | null = null
  return samples.map((sample) => {
    const value = sample.values[measure]
    if (value === undefined) return sample
    const now = dayStartMs(sample.atMs, offsetMs)
    if (now !== day || base === null || value < base)
      base = now !== day && last !== null && value >= last ? last : value
    day = now
    last = value
    return { ...sample, values: { ...sample.values, [measure]: value - base } }
  })
}
