import type { Device } from '../catalogue/schema.ts'
import type { Known } from '../chain/working.ts'
import type { DeviceSeries } from '../tables/standard-ratings.ts'
import type { Installation } from './ampacity.ts'

/** Circuits of a system, in the order the energy flows. */
export const CIRCUIT_IDS = [
  'string',
  'array',
  'controller',
  'battery-string',
  'battery-main',
  'inverter-dc',
  'dc-loads',
  'inverter-ac',
  'backup-ac',
  'charger',
  'alternator',
] as const
/** What a circuit does: the same for every array. */
export type CircuitKind = (typeof CIRCUIT_IDS)[number]
/** A kind, or the kind and the further array it belongs to. */
export type CircuitId = CircuitKind | `${CircuitKind}-${string}`

/** Lengths one way while none are entered, m. Assumptions of Yard Lamp. */
export const CIRCUIT_LENGTH_M: Record<CircuitKind, number> = {
  string: 6,
  array: 15,
  controller: 1.5,
  'battery-string': 0.8,
  'battery-main': 1,
  'inverter-dc': 1.5,
  'dc-loads': 5,
  'inverter-ac': 3,
  'backup-ac': 8,
  charger: 1.5,
  alternator: 4,
}

/** Distance of the site that a circuit spans. */
export const SITE_DISTANCE: Partial<
  Record<CircuitKind, 'arrayToBatteryM' | 'batteryToInverterM' | 'batteryToBoardM' | 'inverterToBoardM'>
> = {
  array: 'arrayToBatteryM',
  'inverter-dc': 'batteryToInverterM',
  'dc-loads': 'batteryToBoardM',
  'inverter-ac': 'inverterToBoardM',
}

export const CIRCUIT_TITLE: Record<CircuitKind, string> = {
  string: 'String to combiner',
  array: 'Array to controller',
  controller: 'Controller to bus bars',
  'battery-string': 'Battery string to bank terminals',
  'battery-main': 'Bank to bus bars',
  'inverter-dc': 'Bus bars to inverter',
  'dc-loads': 'Bus bars to DC board',
  'inverter-ac': 'Inverter to AC board',
  'backup-ac': 'Generator or mains to charger',
  charger: 'Charger to bus bars',
  alternator: 'Alternator charger to bus bars',
}

/** What a circuit asks for, before a cable is chosen. */
export interface CircuitDemand {
  readonly id: CircuitId
  readonly kind: CircuitKind
  readonly title: string
  /** How many alike. */
  readonly count: number
  /** Current it must carry all day, A; the device is 1.25 of it. */
  readonly currentA: Known
  /** Current at which the drop counts, A. */
  readonly workingA: Known
  /** Voltage the drop is a share of, V. */
  readonly voltageV: Known
  /** Highest voltage that can stand on it, V. */
  readonly highestV: number
  readonly ac: boolean
  readonly use: 'pv' | 'battery' | 'fixed'
  readonly deviceType: Device['type']
  readonly series: DeviceSeries
  readonly installation: Installation
  readonly maxParallel: number
  /** Whether a device must stand at its source: true wherever a battery or several strings can feed a fault. */
  readonly mustProtect: boolean
  /** Rating already decided elsewhere: the string fuse. */
  readonly ratingA: Known<number | null> | null
}

export interface Circuit {
  readonly id: CircuitId
  readonly kind: CircuitKind
  readonly title: string
  readonly count: number
  readonly currentA: Known
  readonly workingA: Known
  readonly voltageV: Known
  readonly highestV: number
  readonly ac: boolean
  readonly mustProtect: boolean
  readonly lengthM: Known
  readonly installation: Installation
  readonly maxDropFraction: Known
  readonly cable: CircuitCable | null
  readonly device: CircuitDevice | null
  /** Family the device is chosen from when a person leaves it open. */
  readonly deviceType: Device['type']
  readonly use: CircuitDemand['use']
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
  readonly item: Device
  readonly ratingA: Known
  /** 1.25 × the current. */
  readonly minimumA: Known
}
