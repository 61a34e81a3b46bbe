import { conductorOf, resistanceOhmPerKm } from '../tables/conductor.ts'

/** A run of copper and what flows in it. */
export interface RunOfCopper {
  readonly currentA: number
  /** One way. */
  readonly lengthM: number
  readonly size: string
  readonly voltageV: number
  readonly parallel: number
  readonly conductorC: number
  readonly phases: 'two-wire' | 'three-phase'
}

/** What a run loses: resistance of the loop, V, share, W. */
export function runDrop({ currentA, lengthM, size, voltageV, parallel, conductorC, phases }: RunOfCopper) {
  const ohmPerM = resistanceOhmPerKm(conductorOf(size), conductorC) / 1000
  const wires = phases === 'three-phase' ? Math.sqrt(3) : 2
  const resistanceOhm = (wires * lengthM * ohmPerM) / parallel
  const dropV = resistanceOhm * currentA
  const lossW = dropV * currentA * (phases === 'three-phase' ? Math.sqrt(3) : 1)
  return { resistanceOhm, dropV, dropFraction: dropV / voltageV, lossW }
}

/** Both conductors of a run, cold, Ω; so many alike share. */
export const loopOhm = (size: string, parallel: number, lengthM: number, alike = 1): number =>
  (2 * lengthM * conductorOf(size).resistance20cOhmPerKm) / 1000 / parallel / alike
