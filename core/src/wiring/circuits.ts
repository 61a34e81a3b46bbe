import type { Device } from '../catalogue/schema.ts'
import { CIRCUIT_KINDS, type CircuitKind } from '../job/defaults.ts'
import type { Joint } from '../plant/plant.ts'
import type { CableUse } from '../rules/rule-set.ts'
import type { Installation } from '../tables/installations.ts'
import type { DeviceSeries } from '../tables/standard-ratings.ts'
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
  readonly series: DeviceSeries
  readonly installation: Installation
  /** Whether a device must stand at its source: true wherever a battery or several strings can feed a fault. */
  readonly mustProtect: boolean
  /** Rating already decided elsewhere: the string fuse. */
  readonly ratingA: Known<number | null> | null
  /** The bank can drive its whole short-circuit current into it. */
  readonly fedByBank: boolean
  /** What another source than the bank can drive into a short, A. */
  readonly prospectiveA: number
  /** Largest conductor the terminals at its ends take, and which of them; null where no sheet says. */
  readonly terminal: { readonly maxAreaMm2: number; readonly unitName: string } | null
  /** Ends a device stands at: both where a battery can feed it from either. */
  readonly deviceEnds: 1 | 2
}

/** A circuit as it will be laid. */
export interface Circuit extends Omit<CircuitDemand, 'series' | 'ratingA' | 'fedByBank' | 'prospectiveA'> {
  readonly lengthM: Known
  /** Each lead of batteries in parallel, m, where a person gave them; null for equal ones of the circuit’s length. */
  readonly leadsM: readonly number[] | null
  readonly maxDropFraction: Known
  readonly cable: CircuitCable | null
  readonly device: CircuitDevice | null
  /** A person took the device away. */
  readonly deviceRefused: boolean
  /** Why no cable or device could be chosen; empty where both were. */
  readonly lack: string
}

export interface CircuitCable {
  readonly size: string
  readonly parallel: number
  readonly chosen: boolean
  readonly ampacityA: Known
  readonly dropV: Known
  readonly dropFraction: Known
  readonly limitedBy: 'ampacity' | 'voltage drop' | null
}

export interface CircuitDevice {
  /** Null where it is a breaker built into a unit: its sheet answers for it. */
  readonly item: Device | null
  readonly ratingA: Known
  /** The rule set's factor of the current. */
  readonly minimumA: Known
}

const KINDS: ReadonlySet<string> = new Set(CIRCUIT_KINDS)
/** The joints that the wiring sizes. */
export const isCircuit = (joint: Joint): joint is Joint & { readonly kind: CircuitKind } => KINDS.has(joint.kind)

/** A breaker opens by hand as well as by itself; a fuse does not. */
export const isBreaker = ({ device }: Pick<Circuit, 'device'>): boolean =>
  device !== null && (device.item === null || device.item.type.endsWith('breaker'))
