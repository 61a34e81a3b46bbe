import { type KeptHour, type LogTold, logHours, ordinaryOf, type Reference, tellLog } from '@yard-lamp/core/log'
import { prepare } from '@yard-lamp/core/proof'
import type { SiteRecord } from '@yard-lamp/core/records'
import { type UnitSystem, writerOf } from '@yard-lamp/core/units'
import { expose } from 'comlink'

export interface LogQuestion {
  readonly reference: Reference
  /** Hours of each source, the one that is trusted most first. */
  readonly hours: readonly (readonly KeptHour[])[]
  readonly records: readonly SiteRecord[]
  readonly system: UnitSystem
}

let ordinary: { readonly plan: string; readonly of: ReturnType<typeof ordinaryOf> } | null = null

/** Ordinary years of a plan: half a second, kept for the next question about the same. */
function ordinaryFor(reference: Reference, prepared: ReturnType<typeof prepare>) {
  const plan = JSON.stringify(reference.plan)
  if (ordinary?.plan !== plan) ordinary = { plan, of: ordinaryOf(prepared) }
  return ordinary.of
}

/** Holds a log against what was designed. */
const calls = {
  /** Works what every question about a plan needs, while its readings are still on their way. */
  expect: (reference: Reference): void => void ordinaryFor(reference, prepare(reference.plan)),
  tell: ({ reference, hours, records, system }: LogQuestion): LogTold | null => {
    const log = logHours(hours, reference.offsetMs)
    if (!log) return null
    const prepared = prepare(reference.plan)
    return tellLog(reference, log, records, ordinaryFor(reference, prepared), writerOf(system), prepared)
  },
}
export type LogCalls = typeof calls

expose(calls)
