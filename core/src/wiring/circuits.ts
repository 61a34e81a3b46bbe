import type { Device } from '../catalogue/schema.ts'
import { CIRCUIT_KINDS, type CircuitKind } from '../job/defaults.ts'
import type { RunPlace } from '../job/schema.ts'
import type { Joint } from '../plant/plant.ts'
import type { CableUse, DrivenBy } from '../rules/rule-set.ts'
import type { Installation } from '../tables/installations.ts'
import type { DeviceSeries } from '../tables/standard-ratings.ts'
import type { Opening } from '../tables/time-current.ts'
import type { Known } from '../working/working.ts'

/** What a joint asks for, before a cable is chosen. */
export interface CircuitDemand {
  /** Of its joint in the plant; job files keep choices under it. */
  readonly id: string
  readonly kind: CircuitKind
  readonly title: string
  /** How many alike. */
  readonly count: number
  /** Array it belongs to; null for what all share. */
  readonly arrayId: string | null
  /** Current it must carry all day, A; the device is the rule set's factor of it. */
  readonly currentA: Known
  /** Current at which the drop counts, A. */
  readonly workingA: Known
  /** Voltage the drop is a share of, V. */
  readonly voltageV: Known
  /** Highest voltage that can stand on it, V. */
  readonly highestV: number
  readonly ac: boolean
  readonly use: CableUse
  readonly deviceType: Device['type']
  /** What drives its current: the rule set’s factor goes with it. */
  readonly drivenBy: DrivenBy
  /** What it truly carries all day at most, A: the device is a quarter over that whatever the design current. */
  readonly continuousA: Known
  /** What it carries while the worst start lasts, A; null where nothing on it starts. */
  readonly startA: Known | null
  /** Where it lies while nobody says. */
  readonly place: RunPlace
  /** Circuits that lie side by side, itself counted, while nobody says. */
  readonly together: number
  /** Conductors that carry current. */
  readonly loaded: 2 | 3
  /** Conductors of the run, the protective one counted. */
  readonly wires: number
  /** Whether a device must stand at its source: true wherever a battery or several strings can feed a fault. */
  readonly mustProtect: boolean
  /** Rating already decided elsewhere: the string fuse. */
  readonly ratingA: Known<number | null> | null
  /** Of the bank’s short-circuit current at the place its source stands, the share that flows through its device; 0 where another source feeds it. */
  readonly bankShare: number
  /** What another source than the bank can drive into a short, A. */
  readonly prospectiveA: number
  /** Largest conductor the terminals at its ends take, and which of them; null where no sheet says. */
  readonly terminal: { readonly maxAreaMm2: number; readonly unitName: string } | null
  /** The circuit whose device protects this one, where it has none of its own: its cable carries that device. */
  readonly guardedBy: string | null
  /** Ends a device stands at: both where a battery can feed it from either. */
  readonly deviceEnds: 1 | 2
}

/** A circuit as it will be laid. */
export interface Circuit extends Omit<CircuitDemand, 'ratingA' | 'bankShare' | 'prospectiveA'> {
  readonly lengthM: Known
  /** Each lead of batteries in parallel, m, where a person gave them; null for equal ones of the circuit’s length. */
  readonly leadsM: readonly number[] | null
  readonly maxDropFraction: Known
  readonly installation: Installation
  /** Whether the table it is read from is one of the rule set for this place. */
  readonly ownTable: boolean
  readonly ambientC: Known
  readonly terminalC: Known
  /** The rule set’s factor of the design current. */
  readonly factor: Known
  readonly series: DeviceSeries
  /** Device of the circuit that protects it where it has none of its own, A; else 0. */
  readonly guardA: number
  /** What a short can drive through its device, A. */
  readonly shortA: Known
  /** Why it is laid as it is, in a person’s words. */
  readonly reason: string
  readonly cable: CircuitCable | null
  readonly device: CircuitDevice | null
  /** A person took the device away. */
  readonly deviceRefused: boolean
  /** From the battery post to the first device, m, where a person gave it. */
  readonly deviceAtM: number | null
  /** Why no cable or device could be chosen; empty where both were. */
  readonly lack: string
}

export interface CircuitCable {
  readonly size: string
  readonly parallel: number
  readonly chosen: boolean
  /** What it would be for its current and a short alone, without regard to drop. */
  readonly requiredSize: string
  /** Of the set, as laid, A. */
  readonly ampacityA: Known
  /** Before what lies beside it and the terminals, A, of the set. */
  readonly tableA: number
  /** What its terminals let it carry, A, of the set; null where its table asks nothing of them. */
  readonly terminalA: number | null
  readonly ambientFactor: Known
  readonly groupingFactor: Known
  /** The set as corrected, before the terminals, A. */
  readonly correctedA: number
  readonly dropV: Known
  readonly dropFraction: Known
  readonly lossW: Known
  /** By short circuit, mm²; null where nothing can drive one. */
  readonly leastAreaMm2: Known | null
  readonly limitedBy: 'ampacity' | 'voltage drop' | 'whole path' | 'short circuit' | null
}

export interface CircuitDevice {
  /** Null where it is a breaker built into a unit: its sheet answers for it. */
  readonly item: Device | null
  readonly ratingA: Known
  /** What it may not be smaller than. */
  readonly minimumA: Known
  readonly opening: Opening
  /** It opens before the worst start is over. */
  readonly opensOnStart: boolean
}

/** How a device opens: as its sheet says, else as is common of its type. */
export const openingOf = ({ opening, type }: Pick<Device, 'opening' | 'type'>): Opening =>
  opening ?? COMMON_OPENING[type]
const COMMON_OPENING: Readonly<Record<Device['type'], Opening>> = {
  'battery-fuse': 'fast-fuse',
  'pv-fuse': 'pv-fuse',
  'dc-breaker': 'breaker-c',
  'ac-breaker': 'breaker-c',
}
/** How long the worst start lasts, s. Assumption of Yard Lamp: a pump or a compressor at low voltage. */
export const START_S = 3

/** What table and terminals bear before any correction, A: the rule set’s factor of the current is held against it. */
export const leastTableA = ({ tableA, terminalA }: CircuitCable): number =>
  Math.min(tableA, terminalA ?? Number.POSITIVE_INFINITY)

const KINDS: ReadonlySet<string> = new Set(CIRCUIT_KINDS)
/** The joints that the wiring sizes. */
export const isCircuit = (joint: Joint): joint is Joint & { readonly kind: CircuitKind } => KINDS.has(joint.kind)

const IN_BOARD: ReadonlySet<CircuitKind> = new Set(['ac-branch', 'dc-branch', 'converted'])
/** Whether the device of such a circuit stands in a board, on its bars. */
export const isInBoard = (kind: CircuitKind): boolean => IN_BOARD.has(kind)

/** A breaker opens by hand as well as by itself; a fuse does not. */
export const isBreaker = ({ device }: Pick<Circuit, 'device'>): boolean =>
  device !== null && (device.item === null || device.item.type.endsWith('breaker'))
