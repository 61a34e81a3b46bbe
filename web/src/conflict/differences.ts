import { type Job, parseJob, quantityMeta } from '@yard-lamp/core'
import { loadSchema, optionSchema, siteSchema } from '@yard-lamp/core/job'

export interface Difference {
  readonly what: string
  readonly mine: string
  readonly theirs: string
}

/** Most differences named; beyond it they are counted. */
const MOST_SHOWN = 14

/** Fields in which two versions of a job differ, named for a person. */
export function differences(mine: Job, theirs: Job): Difference[] {
  const found: Difference[] = []
  // Both as the file format writes them: the order of keys is no difference.
  compare('', parseJob(mine), parseJob(theirs), found)
  if (found.length <= MOST_SHOWN) return found
  const more = found.length - MOST_SHOWN
  return [...found.slice(0, MOST_SHOWN), { what: `and ${more} more`, mine: '', theirs: '' }]
}

/** What the fields of a job are called, from the core's schemas. */
const FIELD_WORDS = new Map(
  [
    siteSchema.shape,
    loadSchema.shape,
    ...(['battery', 'controller', 'inverter'] as const).map((part) => optionSchema.shape[part].shape),
  ].flatMap((shape) =>
    Object.entries(shape).map(([key, schema]) => [key, quantityMeta(schema)?.label ?? key] as const),
  ),
)
const wordsFor = (key: string): string => FIELD_WORDS.get(key) ?? key

function compare(path: string, mine: unknown, theirs: unknown, found: Difference[]): void {
  if (Object.is(mine, theirs)) return
  if (isRecordList(mine) && isRecordList(theirs)) {
    compareLists(path, mine, theirs, found)
  } else if (isRecord(mine) && isRecord(theirs)) {
    for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
      compare(path === '' ? key : `${path} › ${wordsFor(key)}`, mine[key], theirs[key], found)
    }
  } else if (JSON.stringify(mine) !== JSON.stringify(theirs)) {
    found.push({ what: path, mine: show(mine), theirs: show(theirs) })
  }
}

/** Lists of things with ids are compared by id, not by place. */
function compareLists(path: string, mine: readonly Item[], theirs: readonly Item[], found: Difference[]): void {
  const nameOf = (item: Item) => item.name || item.id
  for (const item of mine) {
    const other = theirs.find(({ id }) => id === item.id)
    if (other) compare(`${path} › ${nameOf(item)}`, item, other, found)
    else found.push({ what: `${path} › ${nameOf(item)}`, mine: 'is there', theirs: 'is not there' })
  }
  for (const item of theirs) {
    if (!mine.some(({ id }) => id === item.id))
      found.push({ what: `${path} › ${nameOf(item)}`, mine: 'is not there', theirs: 'is there' })
  }
}

interface Item extends Record<string, unknown> {
  readonly id: string
  readonly name?: string
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
const isRecordList = (value: unknown): value is readonly Item[] =>
  Array.isArray(value) && value.every((item) => isRecord(item) && 'id' in item)

function show(value: unknown): string {
  if (value === null || value === undefined) return 'not set'
  const text = typeof value === 'string' ? value : JSON.stringify(value)
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}
