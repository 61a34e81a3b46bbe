import { closeSync, openSync, writeSync } from 'node:fs'
import { design, InputError, parseJobText, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import {
  askedOf,
  boughtAgainIn,
  hoursFile,
  isPlan,
  lifeYears,
  planOf,
  prepare,
  workedYear,
  workMeasured,
  workYear,
  yearsLookedAt,
} from '@yard-lamp/core/proof'
import { weatherFile } from './weather.ts'

/** Years asked for at once, at most. */
const MOST_YEARS = 1000
const MOST_SEED = 4_294_967_295
const MOST_STEPS = 60

export interface SimulateChoices {
  readonly years: number
  readonly seed: number
  /** Steps in an hour. */
  readonly steps: number
  /** File with a measured year, worked in place of drawn ones; null for none. */
  readonly weather: string | null
  /** File the hours of the first year are written to; null for none. */
  readonly hours: string | null
}

/** @throws {InputError} naming the option, what came and what is allowed */
export function readChoices(args: readonly string[]): SimulateChoices {
  const found = { years: 20, seed: 1, steps: 1, hours: null as string | null, weather: null as string | null }
  for (let i = 0; i < args.length; i += 2) {
    const [name, value] = [args[i], args[i + 1]]
    if (value === undefined)
      throw new InputError('INPUT_INVALID', `${name}`, `${name}: got nothing; allowed: a value after it`)
    if (name === '--years') found.years = whole(name, value, 1, MOST_YEARS)
    else if (name === '--seed') found.seed = whole(name, value, 0, MOST_SEED)
    else if (name === '--steps') found.steps = whole(name, value, 1, MOST_STEPS)
    else if (name === '--hours') found.hours = value
    else if (name === '--weather') found.weather = value
    else
      throw new InputError(
        'INPUT_INVALID',
        `${name}`,
        `${name}: no such option; allowed: --years, --seed, --steps, --hours, --weather`,
      )
  }
  return found
}

function whole(name: string, text: string, low: number, high: number): number {
  const value = Number(text)
  if (Number.isInteger(value) && value >= low && value <= high && text.trim() !== '') return value
  throw new InputError('OUT_OF_DOMAIN', name, `${name}: got "${text}"; allowed: a whole number from ${low} to ${high}`)
}

/** So many years of a job's chosen option, hour by hour, and what they come to. */
export function simulate(text: string, { years, seed, steps, hours, weather }: SimulateChoices) {
  const job = parseJobText(text)
  const made = design(job, SHIPPED_CATALOGUE)
  const plan = planOf(made, { divisor: steps })
  if (!isPlan(plan)) throw new InputError('INPUT_INVALID', '', `the year cannot be worked yet: it needs ${plan.lacks}`)
  const prepared = prepare(plan)
  const worked =
    weather === null
      ? Array.from({ length: years }, (_, i) => workYear(prepared, (seed + i) % (MOST_SEED + 1), { flows: i === 0 }))
      : [workMeasured(prepared, weatherFile(weather), seed).year]
  const [first] = worked
  if (hours !== null && first?.flows) writeHours(hours, hoursFile(first.flows, steps))
  // Only drawn years follow one another.
  const life = weather === null ? lifeYears(plan, yearsLookedAt(job), prepared) : null
  const { digest, ...told } = workedYear(prepared, askedOf(job, made.option), worked)
  return {
    digest,
    option: made.option.name,
    seed,
    /** The file of the measured year; its seed is that of the loads alone. */
    weather,
    /** Held by the bank before the first hour of the first year. */
    storedBeforeWh: first?.storedBeforeWh ?? 0,
    capacityWh: plan.terms.fullWh,
    agedFactor: plan.agedFactor,
    ...told,
    /** The years ahead, the bank older each time, and when it is bought again. */
    life,
    boughtAgain: life && boughtAgainIn(life),
  }
}

function writeHours(file: string, rows: Iterable<string>): void {
  try {
    const handle = openSync(file, 'w')
    try {
      for (const row of rows) writeSync(handle, row)
    } finally {
      closeSync(handle)
    }
  } catch (error) {
    throw new InputError('INPUT_INVALID', '--hours', `cannot write ${file}: ${(error as Error).message}`)
  }
}
