import { InputError, showValue } from '../method/input-error.ts'
import type { Backup, Job, Site } from './schema.ts'

/** Two figures of which the first is never above the second. */
interface Pair<T> {
  readonly low: keyof T & string
  readonly high: keyof T & string
  readonly lowIs: string
  readonly highIs: string
}

export const SITE_PAIRS: readonly Pair<
  Pick<Site, 'recordLowC' | 'recordHighC' | 'batteryRoomLowC' | 'batteryRoomHighC'>
>[] = [
  { low: 'recordLowC', high: 'recordHighC', lowIs: 'the record low', highIs: 'the record high' },
  {
    low: 'batteryRoomLowC',
    high: 'batteryRoomHighC',
    lowIs: 'the coldest of the battery room',
    highIs: 'the hottest of the battery room',
  },
]
export const BACKUP_PAIRS: readonly Pair<Backup>[] = [
  { low: 'startAt', high: 'stopAt', lowIs: 'the charge it starts at', highIs: 'the charge it stops at' },
  {
    low: 'ordinaryShedAt',
    high: 'ordinaryBackAt',
    lowIs: 'the charge ordinary loads are let go at',
    highIs: 'the charge they come back at',
  },
  {
    low: 'waitShedAt',
    high: 'waitBackAt',
    lowIs: 'the charge loads that can wait are let go at',
    highIs: 'the charge they come back at',
  },
]

/** What another figure leaves to one: at least this, or at most. */
export interface Ends {
  readonly least?: { readonly value: number; readonly what: string }
  readonly most?: { readonly value: number; readonly what: string }
}

/** Ends the other figure of its pair sets to a field; none where that is not entered. */
export function endsOf<T>(fields: T, name: string, pairs: readonly Pair<T>[]): Ends {
  const number = (key: keyof T & string) => fields[key] as unknown as number | null
  for (const { low, high, lowIs, highIs } of pairs) {
    if (name === low) {
      const value = number(high)
      return value === null ? {} : { most: { value, what: highIs } }
    }
    if (name === high) {
      const value = number(low)
      return value === null ? {} : { least: { value, what: lowIs } }
    }
  }
  return {}
}

/** Figures of a job that make no sense together: the refusal for the first pair; null where there is none. */
export function crossedIn(job: Pick<Job, 'site' | 'options'>): InputError | null {
  return (
    crossed('site', job.site, SITE_PAIRS) ??
    job.options.reduce<InputError | null>(
      (found, option, i) => found ?? crossed(`options.${i}.backup`, option.backup, BACKUP_PAIRS),
      null,
    )
  )
}

function crossed<T>(path: string, fields: T, pairs: readonly Pair<T>[]): InputError | null {
  for (const { low, high, highIs } of pairs) {
    const [came, most] = [fields[low], fields[high]] as unknown as [number | null, number | null]
    if (came !== null && most !== null && came > most)
      return new InputError(
        'OUT_OF_DOMAIN',
        `${path}.${low}`,
        `${path}.${low}: got ${came}; allowed: up to ${highIs}, ${most}`,
      )
  }
  return null
}

/** What no part of a job shows by itself: an id that stands twice, a choice of nothing. Null where all is well. */
export function wrongTogether({ loads, options, site, chosenOptionId }: Job): InputError | null {
  const lists = options.flatMap(({ beside, wiring }) => [beside, wiring.inLine])
  const repeated = [loads, options, site.planes, site.weightTargets, ...lists]
    .map((list) => firstRepeated(list.map(({ id }) => id)))
    .find((each) => each !== undefined)
  if (repeated !== undefined)
    return new InputError('INPUT_INVALID', 'id', `the id ${showValue(repeated)} stands twice; allowed: each id once`)
  if (options.some((option) => option.id === chosenOptionId)) return null
  return new InputError(
    'INPUT_INVALID',
    'chosenOptionId',
    `chosenOptionId: got ${showValue(chosenOptionId)}; allowed: the id of one of the options`,
  )
}

function firstRepeated(ids: readonly string[]): string | undefined {
  const seen = new Set<string>()
  return ids.find((candidate) => seen.size === seen.add(candidate).size)
}
