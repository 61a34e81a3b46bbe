import { cutText, type Job, keptJob, quantityMeta } from '@yard-lamp/core'
import { jobSchema } from '@yard-lamp/core/job'
import { z } from 'zod'

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
  compare({ path: '', schema: jobSchema }, keptJob(mine), keptJob(theirs), found)
  if (found.length <= MOST_SHOWN) return found
  const more = found.length - MOST_SHOWN
  return [...found.slice(0, MOST_SHOWN), { what: `and ${more} more`, mine: '', theirs: '' }]
}

/** The schema inside what may be null or left out. */
function bare(schema: z.ZodType | undefined): z.ZodType | undefined {
  let inner = schema
  while (inner instanceof z.ZodNullable || inner instanceof z.ZodOptional) inner = inner.unwrap() as z.ZodType
  return inner
}

/** Schema of a field, and of the things in a list. */
function fieldOf(schema: z.ZodType | undefined, key: string): z.ZodType | undefined {
  const whole = bare(schema)
  return whole instanceof z.ZodObject ? (whole.shape[key] as z.ZodType | undefined) : undefined
}
function elementOf(schema: z.ZodType | undefined): z.ZodType | undefined {
  const list = bare(schema)
  return list instanceof z.ZodArray ? (list.element as z.ZodType) : undefined
}

/** What a field is called: a load’s quantity is another thing than an inverter’s. */
const wordsFor = (key: string, schema: z.ZodType | undefined): string => (schema && quantityMeta(schema)?.label) ?? key

interface Place {
  readonly path: string
  readonly schema: z.ZodType | undefined
}

function compare({ path, schema }: Place, mine: unknown, theirs: unknown, found: Difference[]): void {
  if (Object.is(mine, theirs)) return
  if (isRecordList(mine) && isRecordList(theirs)) {
    compareLists({ path, schema: elementOf(schema) }, mine, theirs, found)
  } else if (isRecord(mine) && isRecord(theirs)) {
    for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
      const field = fieldOf(schema, key)
      const inner = { path: path === '' ? key : `${path} › ${wordsFor(key, field)}`, schema: field }
      compare(inner, mine[key], theirs[key], found)
    }
  } else if (JSON.stringify(mine) !== JSON.stringify(theirs)) {
    found.push({ what: path, mine: show(mine), theirs: show(theirs) })
  }
}

/** Lists of things with ids are compared by id, not by place. */
function compareLists({ path, schema }: Place, mine: readonly Item[], theirs: readonly Item[], found: Difference[]) {
  const nameOf = (item: Item) => item.name || item.id
  for (const item of mine) {
    const other = theirs.find(({ id }) => id === item.id)
    if (other) compare({ path: `${path} › ${nameOf(item)}`, schema }, item, other, found)
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
  return text.length > 60 ? `${cutText(text, 57)}…` : text
}
