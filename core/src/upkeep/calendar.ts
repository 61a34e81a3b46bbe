import { isLogEntry, type LogEntry, type RecordOf, type SiteRecord } from '../records/index.ts'
import type { Task } from './task.ts'

/** A task with when it is due. Days are such as 2026-11-29. */
export interface DueTask {
  readonly task: Task
  /** When it was done last; null where it never was. */
  readonly lastDay: string | null
  readonly lastBy: string
  /** Null where it goes by hours that are not read. */
  readonly dueDay: string | null
  readonly state: 'overdue' | 'soon' | 'later'
  /** What it goes by, in words: why this day. */
  readonly because: string
}

export interface UpkeepStanding {
  /** The day it was handed over, or first read; null while nothing runs. */
  readonly begunDay: string | null
  readonly today: string
  /** Of the generator, since it was handed over, with the day each was read; in order of time. */
  readonly generatorHours: readonly { readonly day: string; readonly hours: number }[]
  /** January 1 to December 12 in which the place is in use. */
  readonly monthsInUse: readonly number[]
}

/** Days ahead that are told as soon. */
const SOON_DAYS = 14
/** Water: after some fills that were small each, it is looked at half as often. Litres for the whole bank. Habit. */
const SMALL_FILL_L = 0.5
const SMALL_FILLS = 3

/** Every task with its day, what is overdue first. Nothing is due while nothing runs. */
export function calendarOf(
  tasks: readonly Task[],
  records: readonly SiteRecord[],
  standing: UpkeepStanding,
): DueTask[] {
  if (standing.begunDay === null) return []
  const withdrawn = new Set(records.flatMap((each) => (each.kind === 'withdraw' ? [each.recordId] : [])))
  const entries = records.filter(isLogEntry).filter(({ id }) => !withdrawn.has(id))
  return tasks
    .map((task) => due(task, entries, standing, standing.begunDay ?? standing.today))
    .sort((a, b) => (a.dueDay ?? '9').localeCompare(b.dueDay ?? '9') || a.task.id.localeCompare(b.task.id))
}

function due(task: Task, entries: readonly LogEntry[], standing: UpkeepStanding, begunDay: string): DueTask {
  const done = entries
    .filter((entry) => isDone(task, entry))
    .sort((a, b) => a.when.localeCompare(b.when))
    .at(-1)
  const putOff = entries
    .filter(
      (entry): entry is RecordOf<'upkeep'> =>
        entry.kind === 'upkeep' && entry.taskId === task.id && entry.outcome === 'put off',
    )
    .filter((entry) => !done || entry.when > done.when)
    .at(-1)
  const lastDay = done ? done.when.slice(0, 10) : null
  const { day, because } = nextDay(task, entries, standing, lastDay, begunDay)
  // Put off: a month from then, and said so.
  const moved = putOff && day !== null ? later(day, plusMonths(putOff.when.slice(0, 10), 1)) : day
  const dueDay = moved === null ? null : inUse(moved, standing.monthsInUse)
  return {
    task,
    lastDay,
    lastBy: done?.by ?? '',
    dueDay,
    state:
      dueDay === null
        ? 'later'
        : dueDay < standing.today
          ? 'overdue'
          : dueDay <= plusDays(standing.today, SOON_DAYS)
            ? 'soon'
            : 'later',
    because: putOff ? `${because}; put off on ${putOff.when.slice(0, 10)}` : because,
  }
}

/** An entry of the log that is the task done. */
function isDone(task: Task, entry: LogEntry): boolean {
  if (entry.kind === 'upkeep') return entry.taskId === task.id && entry.outcome === 'done'
  return task.doneBy.some((kind) => kind === entry.kind)
}

interface Next {
  readonly day: string | null
  readonly because: string
}

function nextDay(
  task: Task,
  entries: readonly LogEntry[],
  standing: UpkeepStanding,
  lastDay: string | null,
  begunDay: string,
): Next {
  const { months, hours, firstMonths, firstHours, inMonths, source } = task.interval
  const from = lastDay ?? begunDay
  if (inMonths) {
    const day = inMonths.reduce(
      (soonest, month) => earlier(soonest, nextMonth(month, from, lastDay !== null)),
      '9999-12-31',
    )
    return { day, because: `by the season: ${source}` }
  }
  const every = lastDay === null ? (firstMonths ?? months) : wateredMonths(task, entries, months)
  const byMonths = every === null ? null : plusMonths(from, every)
  const span = lastDay === null ? (firstHours ?? hours) : hours
  const byHours = span === null ? null : hoursReached(standing, from, span)
  const monthText = every === null ? '' : `${every === 1 ? 'each month' : `each ${every} months`}: ${source}`
  if (byHours !== null && (byMonths === null || byHours < byMonths))
    return { day: byHours, because: `after ${span} h of running: ${source}` }
  const both = span === null ? monthText : `${monthText}, or each ${span} h`
  return {
    day: byMonths,
    because:
      lastDay === null && firstMonths !== undefined
        ? `the first time after ${firstMonths === 1 ? 'a month' : `${firstMonths} months`}: ${source}`
        : both,
  }
}

/** Water by use: where the last fills were small it is looked at half as often. */
function wateredMonths(task: Task, entries: readonly LogEntry[], months: number | null): number | null {
  if (months === null || !task.doneBy.includes('water')) return months
  const fills = entries
    .filter((entry): entry is RecordOf<'water'> => entry.kind === 'water')
    .sort((a, b) => a.when.localeCompare(b.when))
    .slice(-SMALL_FILLS)
  return fills.length === SMALL_FILLS && fills.every(({ addedL }) => addedL < SMALL_FILL_L) ? 2 * months : months
}

/** The day on which the generator had run so long since another; null while it has not. */
function hoursReached({ generatorHours }: UpkeepStanding, from: string, span: number): string | null {
  const before = generatorHours.filter(({ day }) => day <= from).at(-1)?.hours ?? 0
  return generatorHours.find(({ day, hours }) => day > from && hours - before >= span)?.day ?? null
}

/** First day of the next such month; the one that runs counts while nothing was done in it. */
function nextMonth(month: number, from: string, wasDone: boolean): string {
  const [year, at] = [Number(from.slice(0, 4)), Number(from.slice(5, 7))]
  const isPast = wasDone ? month <= at : month < at
  return `${isPast ? year + 1 : year}-${String(month).padStart(2, '0')}-01`
}

/** What falls into months in which nobody is there waits for the first day somebody is. */
function inUse(day: string, monthsInUse: readonly number[]): string {
  if (monthsInUse.length === 0 || monthsInUse.includes(Number(day.slice(5, 7)))) return day
  let next = `${day.slice(0, 7)}-01`
  for (let i = 0; i < 12 && !monthsInUse.includes(Number(next.slice(5, 7))); i++) next = plusMonths(next, 1)
  return next
}

const earlier = (a: string, b: string): string => (a < b ? a : b)
const later = (a: string, b: string): string => (a > b ? a : b)

const DAY_MS = 86_400_000
const plusDays = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10)

/** So many months on; where that month is shorter its last day. @example plusMonths('2026-01-31', 1) // '2026-02-28' */
export function plusMonths(day: string, months: number): string {
  const [year, month, date] = [Number(day.slice(0, 4)), Number(day.slice(5, 7)), Number(day.slice(8, 10))]
  const last = new Date(Date.UTC(year, month + months, 0)).getUTCDate()
  return new Date(Date.UTC(year, month - 1 + months, Math.min(date, last))).toISOString().slice(0, 10)
}
