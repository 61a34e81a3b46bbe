import { outOfDomain } from '../method/input-error.ts'
import { AMBIENT_CORRECTION_IEC } from '../tables/ambient-correction-iec.ts'
import { AMBIENT_CORRECTION_NA } from '../tables/ambient-correction-na.ts'
import { AMBIENT_CORRECTION_PV_CABLE } from '../tables/ambient-correction-pv-cable.ts'
import { AMPACITY_BATTERY_CABLE_105C } from '../tables/ampacity-battery-cable-105c.ts'
import { AMPACITY_IEC } from '../tables/ampacity-iec.ts'
import { AMPACITY_NA_FREE_AIR } from '../tables/ampacity-na-free-air.ts'
import { AMPACITY_NA_RACEWAY } from '../tables/ampacity-na-raceway.ts'
import { AMPACITY_PV_CABLE } from '../tables/ampacity-pv-cable.ts'
import { isAwg } from '../tables/conductor.ts'
import { GROUPING_IEC } from '../tables/grouping-iec.ts'
import { GROUPING_NA } from '../tables/grouping-na.ts'
import type { Installation } from '../tables/installations.ts'
import { NORTH_AMERICAN } from './north-american.ts'
import type { SmallConductor } from './rule-set.ts'

export interface AmpacityInput {
  readonly installation: Installation
  readonly size: string
  readonly ambientC: number
  readonly terminalC: 60 | 75
  readonly currentCarrying: number
  readonly circuits: number
}

export interface Ampacity {
  baseA: number
  ambientFactor: number
  groupingFactor: number
  correctedA: number
  limitA: number
}

interface Row {
  readonly size: string
}
type Rule = (input: AmpacityInput) => Ampacity

/** What a conductor may carry where it is laid. A size, ambient or count the table lacks is refused. */
export function ampacityOf(input: AmpacityInput): Ampacity {
  return RULES[input.installation](input)
}

/** Sizes an installation's table holds and its rules allow in a new circuit, thin to thick. */
export function sizesOf(installation: Installation): readonly string[] {
  const { thinnest } = limitsOf(installation)
  const sizes = TABLES[installation].map((row) => row.size)
  return thinnest === null ? sizes : sizes.slice(Math.max(0, sizes.indexOf(thinnest)))
}

/** What a table's own code asks beside the table: of small conductors, and of conductors in parallel. */
export interface ConductorLimits {
  /** Thinnest conductor of a circuit; null for any. */
  readonly thinnest: string | null
  /** Largest device on small conductors, A. */
  readonly smallConductors: readonly SmallConductor[]
  /** Thinnest conductor of a parallel set; null for any. */
  readonly thinnestParallel: string | null
}

const NO_LIMITS: ConductorLimits = { thinnest: null, smallConductors: [], thinnestParallel: null }
const NEC_LIMITS: ConductorLimits = {
  thinnest: NORTH_AMERICAN.smallConductors.value[0]?.size ?? null,
  smallConductors: NORTH_AMERICAN.smallConductors.value,
  thinnestParallel: NORTH_AMERICAN.parallel.smallestSize.value,
}

/** The limits that go with a table: whoever reads the ampacity of NEC reads its 240.4(D) and 310.10(G) too. */
export const limitsOf = (installation: Installation): ConductorLimits =>
  installation.startsWith('na-') ? NEC_LIMITS : NO_LIMITS

/** Largest device allowed on a conductor whatever it carries, A; infinite for sizes that are not small. */
export const mostDeviceA = (installation: Installation, size: string): number =>
  limitsOf(installation).smallConductors.find((each) => each.size === size)?.mostA ?? Number.POSITIVE_INFINITY

const TABLES: Record<Installation, readonly Row[]> = {
  'na-raceway-75': AMPACITY_NA_RACEWAY,
  'na-raceway-90': AMPACITY_NA_RACEWAY,
  'na-free-air-75': AMPACITY_NA_FREE_AIR,
  'na-free-air-90': AMPACITY_NA_FREE_AIR,
  'iec-pvc70-b1': AMPACITY_IEC,
  'iec-pvc70-c': AMPACITY_IEC,
  'iec-xlpe90-b1': AMPACITY_IEC,
  'iec-xlpe90-c': AMPACITY_IEC,
  'pv-free-air': AMPACITY_PV_CABLE,
  'pv-surface': AMPACITY_PV_CABLE,
  'pv-two-touching': AMPACITY_PV_CABLE,
  'battery-105': AMPACITY_BATTERY_CABLE_105C,
  'battery-105-engine': AMPACITY_BATTERY_CABLE_105C,
}

/** What 105 °C battery cable carries in an engine space. Source: ABYC E-11, Table VI; ISO 13297. */
const ENGINE_SPACE_FACTOR = 0.85

const RULES: Record<Installation, Rule> = {
  'na-raceway-75': northAmerican(AMPACITY_NA_RACEWAY, 75),
  'na-raceway-90': northAmerican(AMPACITY_NA_RACEWAY, 90),
  'na-free-air-75': northAmerican(AMPACITY_NA_FREE_AIR, 75),
  'na-free-air-90': northAmerican(AMPACITY_NA_FREE_AIR, 90),
  'iec-pvc70-b1': iec('pvc70B1A', 'pvc70'),
  'iec-pvc70-c': iec('pvc70CA', 'pvc70'),
  'iec-xlpe90-b1': iec('xlpe90B1A', 'xlpe90'),
  'iec-xlpe90-c': iec('xlpe90CA', 'xlpe90'),
  'pv-free-air': pvCable('freeAirA'),
  'pv-surface': pvCable('singleOnSurfaceA'),
  'pv-two-touching': pvCable('twoTouchingA'),
  'battery-105': batteryCable(1),
  'battery-105-engine': batteryCable(ENGINE_SPACE_FACTOR),
}

/** Battery cable of 105 °C insulation: the table as it is, or times the factor of a hot place. */
function batteryCable(ambientFactor: number): Rule {
  return ({ size, installation }) => {
    const { ampacityA } = rowOf(AMPACITY_BATTERY_CABLE_105C, size, installation)
    const correctedA = ampacityA * ambientFactor
    return { baseA: ampacityA, ambientFactor, groupingFactor: 1, correctedA, limitA: correctedA }
  }
}

/** NEC 310.15: table, corrections of the insulation, then not above the terminal's column (110.14(C)). */
function northAmerican(table: typeof AMPACITY_NA_RACEWAY | typeof AMPACITY_NA_FREE_AIR, insulationC: 75 | 90): Rule {
  const column = { 60: 'insulation60A', 75: 'insulation75A', 90: 'insulation90A' } as const
  const ambientColumn = insulationC === 75 ? 'insulation75' : 'insulation90'
  return (input) => {
    const rows: readonly ({ readonly size: string } & Record<
      'insulation60A' | 'insulation75A' | 'insulation90A',
      number
    >)[] = table
    const baseA = rowOf(rows, input.size, input.installation)[column[insulationC]]
    const ambientFactor = stepFactor(AMBIENT_CORRECTION_NA, 'ambientMaxC', ambientColumn, 'ambientC', input.ambientC)
    const groupingFactor = stepFactor(
      GROUPING_NA,
      'currentCarryingMax',
      'factor',
      'currentCarrying',
      input.currentCarrying,
    )
    const correctedA = baseA * ambientFactor * groupingFactor
    const terminalA = rowOf(AMPACITY_NA_RACEWAY, input.size, input.installation)[column[input.terminalC]]
    return { baseA, ambientFactor, groupingFactor, correctedA, limitA: Math.min(correctedA, terminalA) }
  }
}

function iec(column: 'pvc70B1A' | 'pvc70CA' | 'xlpe90B1A' | 'xlpe90CA', ambientColumn: 'pvc70' | 'xlpe90'): Rule {
  return (input) => {
    const baseA = rowOf(AMPACITY_IEC, input.size, input.installation)[column]
    const ambientFactor = stepFactor(AMBIENT_CORRECTION_IEC, 'ambientMaxC', ambientColumn, 'ambientC', input.ambientC)
    return grouped(baseA, ambientFactor, input.circuits)
  }
}

function pvCable(column: 'freeAirA' | 'singleOnSurfaceA' | 'twoTouchingA'): Rule {
  return (input) => {
    const baseA = rowOf(AMPACITY_PV_CABLE, input.size, input.installation)[column]
    const ambientFactor = stepFactor(AMBIENT_CORRECTION_PV_CABLE, 'ambientMaxC', 'factor', 'ambientC', input.ambientC)
    return grouped(baseA, ambientFactor, input.circuits)
  }
}

function grouped(baseA: number, ambientFactor: number, circuits: number): Ampacity {
  const groupingFactor = stepFactor(GROUPING_IEC, 'circuitsMax', 'factor', 'circuits', circuits)
  const correctedA = baseA * ambientFactor * groupingFactor
  return { baseA, ambientFactor, groupingFactor, correctedA, limitA: correctedA }
}

function rowOf<R extends Row>(table: readonly R[], size: string, installation: Installation): R {
  const found = table.find((row) => row.size === size)
  if (!found) {
    const kind = isAwg(table[0]?.size ?? '') ? 'AWG or kcmil' : 'mm2'
    throw outOfDomain(
      'size',
      size,
      `a size of the table for ${installation} (${kind}): ${table.map((row) => row.size).join(', ')}`,
    )
  }
  return found
}

/** Factor of the first row that reaches a value: between rows the next row up counts. */
function stepFactor<U extends string, F extends string>(
  table: readonly ({ readonly [K in U]: number } & { readonly [K in F]: number | null })[],
  upTo: U,
  factorColumn: F,
  input: string,
  value: number,
): number {
  const row = table.find((candidate) => value <= candidate[upTo])
  const factor = row?.[factorColumn]
  if (factor === undefined || factor === null) {
    const last = table.filter((candidate) => candidate[factorColumn] !== null).at(-1)
    throw outOfDomain(input, value, `a number up to ${last?.[upTo]} for this kind of cable`)
  }
  return factor
}
