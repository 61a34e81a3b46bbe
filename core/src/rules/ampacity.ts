import { outOfDomain } from '../method/input-error.ts'
import { isAwg } from '../tables/conductor.ts'
import type { Installation } from '../tables/installations.ts'
import { type Steps, WAYS, type WayOfLaying } from './ways.ts'

export interface AmpacityInput {
  readonly installation: Installation
  readonly size: string
  readonly ambientC: number
  /** Rating of the terminals, °C. */
  readonly terminalC: number
  readonly currentCarrying: number
  readonly circuits: number
  /** Conductors in one bundle on a boat; 1 where they lie apart. */
  readonly bundled?: number
}

export interface Ampacity {
  baseA: number
  ambientFactor: number
  groupingFactor: number
  correctedA: number
  limitA: number
}

/** What a conductor may carry where it is laid. A size, ambient or count the table lacks is refused. */
export function ampacityOf(input: AmpacityInput): Ampacity {
  const { installation, size, terminalC } = input
  const way = WAYS[installation]
  const baseA = baseOf(way, installation, size)
  const ambientFactor = stepFactor(way.ambient, 'ambientC', input.ambientC)
  const { by, steps } = way.grouping
  const groupingFactor = stepFactor(steps, by, by === 'bundled' ? (input.bundled ?? 1) : input[by])
  const correctedA = baseA * ambientFactor * groupingFactor
  return {
    baseA,
    ambientFactor,
    groupingFactor,
    correctedA,
    limitA: Math.min(correctedA, way.terminalA(size, terminalC)),
  }
}

function baseOf({ amperes }: WayOfLaying, installation: Installation, size: string): number {
  const found = amperes.get(size)
  if (found === undefined) {
    const sizes = [...amperes.keys()]
    const kind = isAwg(sizes[0] ?? '') ? 'AWG or kcmil' : 'mm2'
    throw outOfDomain('size', size, `a size of the table for ${installation} (${kind}): ${sizes.join(', ')}`)
  }
  return found
}

/** Factor of the first row that reaches a value: between rows the next row up counts. */
function stepFactor(table: Steps, input: string, value: number): number {
  const row = table.find(({ upTo }) => value <= upTo)
  if (!row) throw outOfDomain(input, value, `a number up to ${table.at(-1)?.upTo} for this kind of cable`)
  return row.factor
}
