import { outOfDomain } from '../method/input-error.ts'
import { formatArea, formatSize } from '../units/format.ts'
import type { Writer } from '../units/writer.ts'
import { CONDUCTORS_COPPER_AWG, CONDUCTORS_COPPER_METRIC } from './conductors-copper.ts'

/** Temperature coefficient of copper at 20 °C, 1/K. Source: IEC 60228:2004, Annex B. */
const COPPER_COEFF_PER_C = 0.00393
/** Temperature at which the North American table gives resistance, °C. */
const AWG_TABLE_C = 75

export interface Conductor {
  readonly size: string
  readonly areaMm2: number
  /** Resistance of one conductor at 20 °C. */
  readonly resistance20cOhmPerKm: number
}

const AWG: readonly Conductor[] = CONDUCTORS_COPPER_AWG.map(({ size, areaMm2, resistance75cOhmPerKm }) => ({
  size,
  areaMm2,
  resistance20cOhmPerKm: resistance75cOhmPerKm / (1 + COPPER_COEFF_PER_C * (AWG_TABLE_C - 20)),
}))
const METRIC: readonly Conductor[] = CONDUCTORS_COPPER_METRIC

/** Every conductor size known, thin to thick within each system. */
export const CONDUCTORS: readonly Conductor[] = [...AWG, ...METRIC]
const BY_SIZE = new Map(CONDUCTORS.map((conductor) => [conductor.size, conductor]))
export const CONDUCTOR_SIZES = CONDUCTORS.map((conductor) => conductor.size)

export const isAwg = (size: string): boolean => /AWG|kcmil/.test(size)

/**
 * A size as an inspector reads it. AWG and kcmil stand beside mm² always; mm² beside the thinnest AWG that is at least as
 * thick in a job of US units.
 * @example sizeInBoth('2 AWG', write) // '2 AWG (33.6 mm²)'
 */
export function sizeInBoth(size: string, write: Writer): string {
  const { areaMm2 } = conductorOf(size)
  if (isAwg(size)) return `${formatSize(size)} (${formatArea(areaMm2)})`
  const near = write.system === 'us' ? AWG.find((each) => each.areaMm2 >= areaMm2) : undefined
  return near ? `${formatSize(size)} (${formatSize(near.size)})` : formatSize(size)
}

/** @throws {InputError} OUT_OF_DOMAIN for a size in neither table */
export function conductorOf(size: string): Conductor {
  const found = BY_SIZE.get(size)
  if (!found) throw outOfDomain('size', size, 'a size of the tables, such as 10 AWG, 2/0 AWG, 250 kcmil or 6 mm2')
  return found
}

/** Resistance of one copper conductor at a temperature, Ω/km. */
export function resistanceOhmPerKm(conductor: Conductor, conductorC: number): number {
  return conductor.resistance20cOhmPerKm * (1 + COPPER_COEFF_PER_C * (conductorC - 20))
}
