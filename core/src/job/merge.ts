import type { Job } from './schema.ts'
import { jobSchema } from './schema.ts'

/** Both sides changed the same thing, and not to the same. */
const CONFLICT = Symbol('conflict')
/** Not there on a side. */
const GONE = Symbol('gone')

/**
 * Two versions of a job that began as one: what either changed. Lists of things with ids are merged by id, in the order of
 * whoever moved them; everything else as a whole.
 * @param base what both began from
 * @returns null where both changed the same thing otherwise, or where together they are no job that can be kept
 * @example mergeJobs(job, { ...job, name: 'Hut' }, { ...job, units: 'us' }) // { ...job, name: 'Hut', units: 'us' }
 */
export function mergeJobs(base: Job, mine: Job, theirs: Job): Job | null {
  const merged = merge(base, mine, theirs)
  if (merged === CONFLICT) return null
  if (merged === mine || merged === theirs) return merged as Job
  return jobSchema.safeParse(merged).success ? (merged as Job) : null
}

function merge(base: unknown, mine: unknown, theirs: unknown): unknown {
  if (mine === base || isSame(mine, theirs)) return theirs
  if (isSame(base, theirs)) return mine
  if (isSame(base, mine)) return theirs
  if (isList(base) && isList(mine) && isList(theirs)) return mergeLists(base, mine, theirs)
  if (isRecord(base) && isRecord(mine) && isRecord(theirs)) return mergeRecords(base, mine, theirs)
  return CONFLICT
}

function mergeRecords(base: Fields, mine: Fields, theirs: Fields): unknown {
  const merged: Record<string, unknown> = {}
  for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const value = merge(fieldOf(base, key), fieldOf(mine, key), fieldOf(theirs, key))
    if (value === CONFLICT) return CONFLICT
    if (value !== GONE) merged[key] = value
  }
  return merged
}

function mergeLists(base: readonly Item[], mine: readonly Item[], theirs: readonly Item[]): unknown {
  const [before, ours, others] = [base, mine, theirs].map((list) => new Map(list.map((item) => [item.id, item])))
  if (!before || !ours || !others) return CONFLICT
  // Whoever moved things says their order; what the other added stands behind.
  const isTheirOrderKept = isSame(
    theirs.map(({ id }) => id),
    base.map(({ id }) => id),
  )
  const [first, second] = isTheirOrderKept ? [mine, theirs] : [theirs, mine]
  const merged: unknown[] = []
  for (const id of new Set([...first, ...second].map((item) => item.id))) {
    const value = merge(before.get(id) ?? GONE, ours.get(id) ?? GONE, others.get(id) ?? GONE)
    if (value === CONFLICT) return CONFLICT
    if (value !== GONE) merged.push(value)
  }
  return merged
}

type Fields = Readonly<Record<string, unknown>>
interface Item extends Fields {
  readonly id: string
}

const fieldOf = (record: Fields, key: string): unknown => (Object.hasOwn(record, key) ? record[key] : GONE)
const isRecord = (value: unknown): value is Fields =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
/** Of things with ids, each once. */
const isList = (value: unknown): value is readonly Item[] =>
  Array.isArray(value) &&
  value.every((item) => isRecord(item) && typeof item.id === 'string') &&
  new Set(value.map(({ id }) => id)).size === value.length

function isSame(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((each, i) => isSame(each, b[i]))
  if (!isRecord(a) || !isRecord(b)) return false
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => Object.hasOwn(b, key) && isSame(a[key], b[key]))
}
