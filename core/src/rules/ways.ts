import { AMBIENT_CORRECTION_GROUND_IEC } from '../tables/ambient-correction-ground-iec.ts'
import { AMBIENT_CORRECTION_IEC } from '../tables/ambient-correction-iec.ts'
import { AMBIENT_CORRECTION_NA } from '../tables/ambient-correction-na.ts'
import { AMBIENT_CORRECTION_PV_CABLE } from '../tables/ambient-correction-pv-cable.ts'
import { AMPACITY_BATTERY_CABLE_105C } from '../tables/ampacity-battery-cable-105c.ts'
import { AMPACITY_BATTERY_CABLE_105C_METRIC } from '../tables/ampacity-battery-cable-105c-metric.ts'
import { AMPACITY_IEC } from '../tables/ampacity-iec.ts'
import { AMPACITY_IEC_PVC70_MORE, AMPACITY_IEC_XLPE90_MORE } from '../tables/ampacity-iec-more.ts'
import { AMPACITY_NA_FREE_AIR } from '../tables/ampacity-na-free-air.ts'
import { AMPACITY_NA_RACEWAY } from '../tables/ampacity-na-raceway.ts'
import { AMPACITY_PV_CABLE } from '../tables/ampacity-pv-cable.ts'
import { BUNDLING_BOAT } from '../tables/bundling-boat.ts'
import { GROUPING_GROUND_IEC } from '../tables/grouping-ground-iec.ts'
import { GROUPING_IEC } from '../tables/grouping-iec.ts'
import { GROUPING_NA } from '../tables/grouping-na.ts'
import type { Installation } from '../tables/installations.ts'
import { NORTH_AMERICAN } from './north-american.ts'
import type { SmallConductor } from './rule-set.ts'

/** A factor by steps: that of the first row which reaches the value. */
export type Steps = readonly { readonly upTo: number; readonly factor: number }[]

/** What a table's own code asks beside the table: of small conductors, and of conductors in parallel. */
export interface ConductorLimits {
  /** Thinnest conductor of a circuit; null for any. */
  readonly thinnest: string | null
  /** Largest device on small conductors, A. */
  readonly smallConductors: readonly SmallConductor[]
  /** Thinnest conductor of a parallel set; null for any. */
  readonly thinnestParallel: string | null
}

/** A way of laying a cable: the table that says what it carries, and what that table is corrected by. */
export interface WayOfLaying {
  readonly title: string
  /** Whether it is drawn through a pipe: on the wall, in it, or in the ground. */
  readonly conduit: 'fixed' | 'buried' | null
  readonly source: string
  /** What the insulation bears in service, °C. */
  readonly insulationC: number
  /** Heat it bears in a short circuit, A√s/mm² of copper. Source: IEC 60364-4-43, Table 43A, and IEC 60949 for others. */
  readonly kAdiabatic: number
  /** Of each size, A, thin to thick. */
  readonly amperes: ReadonlyMap<string, number>
  readonly ambient: Steps
  readonly grouping: {
    /** What is counted: circuits side by side, conductors that carry current, or conductors in a bundle. */
    readonly by: 'circuits' | 'currentCarrying' | 'bundled'
    readonly steps: Steps
  }
  /** What a terminal of a rating lets a conductor carry, A; it is not above the insulation's own. */
  readonly terminalA: (size: string, terminalC: number) => number
  readonly limits: ConductorLimits
}

type Column<R, V> = { [K in keyof R]: R[K] extends V ? K : never }[keyof R]

/** A column of a table as steps; rows without a figure are left out. */
function steps<R extends object>(rows: readonly R[], upTo: Column<R, number>, factor: Column<R, number | null>): Steps {
  return rows.flatMap((row) => {
    const value = row[factor] as number | null
    return value === null ? [] : [{ upTo: row[upTo] as number, factor: value }]
  })
}

function amperes<R extends { readonly size: string }>(
  rows: readonly R[],
  column: Column<R, number | null>,
): ReadonlyMap<string, number> {
  return new Map(
    rows.flatMap((row) => {
      const value = row[column] as number | null
      return value === null ? [] : [[row.size, value] as const]
    }),
  )
}

const NO_LIMITS: ConductorLimits = { thinnest: null, smallConductors: [], thinnestParallel: null }
/** Whoever reads the ampacity of NEC reads its 240.4(D) and 310.10(G) too. */
const NEC_LIMITS: ConductorLimits = {
  thinnest: NORTH_AMERICAN.smallConductors.value[0]?.size ?? null,
  smallConductors: NORTH_AMERICAN.smallConductors.value,
  thinnestParallel: NORTH_AMERICAN.parallel.smallestSize.value,
}
const unlimited = () => Number.POSITIVE_INFINITY

const RACEWAY = {
  60: amperes(AMPACITY_NA_RACEWAY, 'insulation60A'),
  75: amperes(AMPACITY_NA_RACEWAY, 'insulation75A'),
  90: amperes(AMPACITY_NA_RACEWAY, 'insulation90A'),
}

/** NEC 310.15: the table, corrections of the insulation, then not above the raceway column of the terminal (110.14(C)). */
function nec(title: string, table: 'raceway' | 'free air', insulationC: 75 | 90): WayOfLaying {
  const column = insulationC === 75 ? 'insulation75A' : 'insulation90A'
  return {
    title,
    conduit: table === 'raceway' ? 'fixed' : null,
    source: `NFPA 70 (NEC) 2023, Table ${table === 'raceway' ? '310.16' : '310.17'}, 310.15, 110.14(C)`,
    insulationC,
    // 75 °C thermoplastic to 150 °C by IEC 60949; 90 °C as thermosetting.
    kAdiabatic: insulationC === 75 ? 105 : 143,
    amperes: table === 'raceway' ? amperes(AMPACITY_NA_RACEWAY, column) : amperes(AMPACITY_NA_FREE_AIR, column),
    ambient: steps(AMBIENT_CORRECTION_NA, 'ambientMaxC', insulationC === 75 ? 'insulation75' : 'insulation90'),
    grouping: { by: 'currentCarrying', steps: steps(GROUPING_NA, 'currentCarryingMax', 'factor') },
    terminalA: (size, terminalC) => {
      const most = Math.min(terminalC, insulationC)
      return RACEWAY[most >= 90 ? 90 : most >= 75 ? 75 : 60].get(size) ?? 0
    },
    limits: NEC_LIMITS,
  }
}

const IEC_GROUPED = { by: 'circuits', steps: steps(GROUPING_IEC, 'circuitsMax', 'factor') } as const
const IEC_IN_GROUND = { by: 'circuits', steps: steps(GROUPING_GROUND_IEC, 'circuitsMax', 'factor') } as const

type IecMethod = 'a1' | 'a2' | 'b1' | 'b2' | 'c' | 'd1' | 'e' | 'f'
const IEC_METHOD: Readonly<Record<IecMethod, string>> = {
  a1: 'in conduit in an insulating wall (A1)',
  a2: 'multi-core in conduit in an insulating wall (A2)',
  b1: 'in conduit on a wall (B1)',
  b2: 'multi-core in conduit on a wall (B2)',
  c: 'clipped to a wall (C)',
  d1: 'in a duct in the ground (D1)',
  e: 'multi-core in free air (E)',
  f: 'single cores touching in free air (F)',
}

const pvc70 = (method: IecMethod) =>
  method === 'b1' || method === 'c'
    ? amperes(AMPACITY_IEC, method === 'b1' ? 'pvc70B1A' : 'pvc70CA')
    : amperes(AMPACITY_IEC_PVC70_MORE, `${method}A`)
const xlpe90 = (method: IecMethod) =>
  method === 'b1' || method === 'c'
    ? amperes(AMPACITY_IEC, method === 'b1' ? 'xlpe90B1A' : 'xlpe90CA')
    : amperes(AMPACITY_IEC_XLPE90_MORE, `${method}A`)

/** Terminals of 70 °C hold a conductor of 90 °C insulation to what one of 70 °C carries (523.1 and its note). */
function iec(insulation: 'pvc70' | 'xlpe90', method: IecMethod): WayOfLaying {
  const inGround = method === 'd1'
  const cool = pvc70(method)
  return {
    title: `${insulation === 'pvc70' ? 'PVC 70 °C' : 'XLPE 90 °C'}, ${IEC_METHOD[method]}`,
    conduit: inGround ? 'buried' : /^[ab]/.test(method) ? 'fixed' : null,
    source: `IEC 60364-5-52:2009, Annex B, method ${method.toUpperCase()}`,
    insulationC: insulation === 'pvc70' ? 70 : 90,
    kAdiabatic: insulation === 'pvc70' ? 115 : 143,
    amperes: insulation === 'pvc70' ? cool : xlpe90(method),
    ambient: inGround
      ? steps(AMBIENT_CORRECTION_GROUND_IEC, 'ambientMaxC', insulation)
      : steps(AMBIENT_CORRECTION_IEC, 'ambientMaxC', insulation),
    grouping: inGround ? IEC_IN_GROUND : IEC_GROUPED,
    terminalA: (size, terminalC) =>
      insulation === 'xlpe90' && terminalC === 70 ? (cool.get(size) ?? 0) : Number.POSITIVE_INFINITY,
    limits: NO_LIMITS,
  }
}

const pv = (title: string, column: 'freeAirA' | 'singleOnSurfaceA' | 'twoTouchingA'): WayOfLaying => ({
  title: `PV cable, ${title}`,
  conduit: null,
  source: 'EN 50618:2014, Tables A.3 and A.4',
  insulationC: 120,
  kAdiabatic: 143,
  amperes: amperes(AMPACITY_PV_CABLE, column),
  ambient: steps(AMBIENT_CORRECTION_PV_CABLE, 'ambientMaxC', 'factor'),
  grouping: IEC_GROUPED,
  terminalA: unlimited,
  limits: NO_LIMITS,
})

/** What 105 °C battery cable carries in an engine space. Source: ABYC E-11, Table VI; ISO 13297. */
const ENGINE_SPACE_FACTOR = 0.85

/** Battery cable of 105 °C insulation: the table as it is, or times the factor of a hot place. */
const battery = (
  title: string,
  source: string,
  rows: readonly { readonly size: string; readonly ampacityA: number }[],
  ambientFactor: number,
): WayOfLaying => ({
  title: `105 °C battery cable, ${title}`,
  conduit: null,
  source,
  insulationC: 105,
  // PVC of 105 °C to 160 °C, IEC 60949: less than either of the usual two.
  kAdiabatic: 87,
  amperes: amperes(rows, 'ampacityA'),
  ambient: [{ upTo: 105, factor: ambientFactor }],
  grouping: { by: 'bundled', steps: steps(BUNDLING_BOAT, 'conductorsMax', 'factor') },
  terminalA: unlimited,
  limits: NO_LIMITS,
})

const ABYC = 'ABYC E-11, Table VI-A'
const ISO = 'ISO 13297, Annex A'

/** Every way of laying, by the id job files keep. */
export const WAYS: Readonly<Record<Installation, WayOfLaying>> = {
  'na-raceway-75': nec('in raceway or cable, 75 °C insulation', 'raceway', 75),
  'na-raceway-90': nec('in raceway or cable, 90 °C insulation', 'raceway', 90),
  'na-free-air-75': nec('single in free air, 75 °C insulation', 'free air', 75),
  'na-free-air-90': nec('single in free air, 90 °C insulation', 'free air', 90),
  'iec-pvc70-a1': iec('pvc70', 'a1'),
  'iec-pvc70-a2': iec('pvc70', 'a2'),
  'iec-pvc70-b1': iec('pvc70', 'b1'),
  'iec-pvc70-b2': iec('pvc70', 'b2'),
  'iec-pvc70-c': iec('pvc70', 'c'),
  'iec-pvc70-d1': iec('pvc70', 'd1'),
  'iec-pvc70-e': iec('pvc70', 'e'),
  'iec-pvc70-f': iec('pvc70', 'f'),
  'iec-xlpe90-a1': iec('xlpe90', 'a1'),
  'iec-xlpe90-a2': iec('xlpe90', 'a2'),
  'iec-xlpe90-b1': iec('xlpe90', 'b1'),
  'iec-xlpe90-b2': iec('xlpe90', 'b2'),
  'iec-xlpe90-c': iec('xlpe90', 'c'),
  'iec-xlpe90-d1': iec('xlpe90', 'd1'),
  'iec-xlpe90-e': iec('xlpe90', 'e'),
  'iec-xlpe90-f': iec('xlpe90', 'f'),
  'pv-free-air': pv('single in free air', 'freeAirA'),
  'pv-surface': pv('single on a surface', 'singleOnSurfaceA'),
  'pv-two-touching': pv('two touching on a surface', 'twoTouchingA'),
  'battery-105': battery('AWG sizes', ABYC, AMPACITY_BATTERY_CABLE_105C, 1),
  'battery-105-engine': battery(
    'AWG sizes, in an engine space',
    ABYC,
    AMPACITY_BATTERY_CABLE_105C,
    ENGINE_SPACE_FACTOR,
  ),
  'battery-105-metric': battery('metric sizes', ISO, AMPACITY_BATTERY_CABLE_105C_METRIC, 1),
  'battery-105-metric-engine': battery(
    'metric sizes, in an engine space',
    ISO,
    AMPACITY_BATTERY_CABLE_105C_METRIC,
    ENGINE_SPACE_FACTOR,
  ),
}

/** Sizes a way's table holds and its rules allow in a new circuit, thin to thick. */
export function sizesOf(installation: Installation): readonly string[] {
  const known = SIZES.get(installation)
  if (known) return known
  const { amperes: table, limits } = WAYS[installation]
  const sizes = [...table.keys()]
  const allowed = limits.thinnest === null ? sizes : sizes.slice(Math.max(0, sizes.indexOf(limits.thinnest)))
  SIZES.set(installation, allowed)
  return allowed
}
const SIZES = new Map<Installation, readonly string[]>()

/** The limits that go with a table. */
export const limitsOf = (installation: Installation): ConductorLimits => WAYS[installation].limits

/** Largest device allowed on a conductor whatever it carries, A; infinite for sizes that are not small. */
export const mostDeviceA = (installation: Installation, size: string): number =>
  limitsOf(installation).smallConductors.find((each) => each.size === size)?.mostA ?? Number.POSITIVE_INFINITY
