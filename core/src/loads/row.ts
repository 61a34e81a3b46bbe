import { DEFAULTS } from '../job/defaults.ts'
import type { Load } from '../job/schema.ts'
import type { Need } from '../working/links.ts'
import {
  assumedOf,
  entered,
  enteredOr,
  type Known,
  keepBare,
  known,
  type Origin,
  type Step,
  Working,
} from '../working/working.ts'
import type { Counted } from './at-bus.ts'
import { averageFromMeter, loadDailyEnergy, powerFromLabel } from './methods.ts'
import { averageHours, dayShares, hasLabel, hasMeter, runningW } from './power.ts'

const BASIS_ORIGIN: Record<Load['basis'], Origin> = {
  meter: 'measured',
  clamp: 'measured',
  label: 'label',
  typical: 'typical',
  guess: 'guess',
}

export interface LoadRow {
  readonly id: string
  /** Of the week's average day, as listed; null while watts or hours are missing. */
  readonly dailyEnergyWh: Known | null
  /** Watts of one while it runs. */
  readonly powerW: Known | null
  /** Counted in today's size. */
  readonly counted: boolean
}

/** A row with its watts, as `load.ac-demand` takes it. */
export interface DemandRow {
  readonly quantity: Known
  readonly powerW: Known
  readonly powerFactor?: Known
  readonly surgeW?: Known
  readonly runsTogether?: Known<boolean>
  readonly set?: Known<string>
}

/** What a load comes to by itself. */
export interface WorkedRow {
  readonly load: Load
  readonly row: LoadRow
  /** Null while its watts are missing, or where it is not counted today. */
  readonly demand: DemandRow | null
  /** Null while its energy is not known, or where it is not counted today. */
  readonly counted: Counted | null
  readonly needs: readonly Need[]
  readonly steps: readonly Step[]
}

const workedRows = new WeakMap<Load, WorkedRow>()

/** A load worked out once for as long as it stands as it is: of two hundred rows an edit works one. */
export function rowOf(load: Load): WorkedRow {
  const before = workedRows.get(load)
  if (before) return before
  const worked = workRow(load)
  workedRows.set(load, worked)
  return worked
}

const countsNow = (load: Load): boolean => load.stage === 'now' && load.quantity > 0

function workRow(load: Load): WorkedRow {
  const working = new Working('loads')
  const needs: Need[] = []
  const counted = countsNow(load)
  const subject = { id: load.id, name: load.name === '' ? 'a load' : load.name }
  return working.about(subject, () => {
    const powerW = counted || load.stage === 'later' ? powerOf(load, working) : null
    const dailyEnergyWh = counted || load.stage === 'later' ? dailyEnergy(load, powerW, needs, working) : null
    const row: LoadRow = { id: load.id, counted, powerW, dailyEnergyWh }
    return {
      load,
      row,
      demand: counted && powerW ? keepBare(demandRow(load, powerW)) : null,
      counted: counted && dailyEnergyWh ? { load, wh: dailyEnergyWh, shares: dayShares(load) } : null,
      needs,
      steps: working.steps,
    }
  })
}

export const origin = (load: Load): Origin => BASIS_ORIGIN[load.basis]
export const isMeasured = (basis: Load['basis']): boolean => BASIS_ORIGIN[basis] === 'measured'
const sourceText = (load: Load): string => `${load.name}, ${load.basis}`

/** Watts of one: of its label, as typed, or the average a meter gave. */
function powerOf(load: Load, working: Working): Known | null {
  if (hasLabel(load)) {
    return working.apply(powerFromLabel, {
      voltageV: known(load.labelVoltageV ?? 1, 'label', sourceText(load)),
      currentA: known(load.labelCurrentA ?? 0, 'label', sourceText(load)),
      powerFactor: enteredOr(load.powerFactor, load.name, assumedOf(DEFAULTS.powerFactor)),
    }).powerW
  }
  const watts = runningW(load)
  return watts === null ? null : { ...known(watts, origin(load), sourceText(load)), place: `loads.${load.id}.powerW` }
}

/** Energy of one row. Hours, duty and days beyond what a day and a week hold count as full; the check says so. */
function dailyEnergy(load: Load, powerW: Known | null, needs: Need[], working: Working): Known | null {
  const name = load.name === '' ? 'a load' : load.name
  const hoursPerDay = averageHours(load)
  if (powerW === null) needs.push({ link: 'loads', place: `loads.${load.id}.powerW`, message: `the watts of ${name}` })
  if (hoursPerDay === null)
    needs.push({ link: 'loads', place: `loads.${load.id}.hoursPerDay`, message: `the hours a day of ${name}` })
  if (powerW === null || hoursPerDay === null) return null
  const inputs = (watts: Known, hours: Known, duty: number) => ({
    quantity: entered(load.quantity, name),
    powerW: watts,
    hoursPerDay: hours,
    dutyCycle: entered(Math.min(duty, 1), name),
    daysPerWeek: entered(Math.min(load.daysPerWeek, 7), name),
  })
  if (hasMeter(load)) {
    const metered = working.apply(averageFromMeter, {
      energyKwh: known(load.meterEnergyKwh ?? 0, 'measured', sourceText(load)),
      loggedHours: known(load.meterLoggedHours ?? 1, 'measured', sourceText(load)),
    })
    const allDay = known(24, 'measured', 'the meter counts the whole day')
    return working.apply(loadDailyEnergy, inputs(metered.averagePowerW, allDay, 1)).dailyEnergyWh
  }
  const hours = entered(Math.min(hoursPerDay, 24), name)
  return working.apply(loadDailyEnergy, inputs(powerW, hours, load.dutyCycle)).dailyEnergyWh
}

function demandRow(load: Load, powerW: Known): DemandRow {
  const startW = load.startW !== null && load.startW > powerW.value ? load.startW : null
  return {
    quantity: entered(load.quantity, load.name),
    powerW,
    powerFactor: enteredOr(load.powerFactor, load.name, assumedOf(DEFAULTS.powerFactor)),
    surgeW: startW === null ? { ...powerW, origin: 'assumption' } : known(startW, origin(load), load.name),
    runsTogether: entered(load.runsTogether, load.name),
    ...(load.togetherSet === '' ? {} : { set: entered(load.togetherSet, load.name) }),
  }
}
