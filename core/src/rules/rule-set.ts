import type { Device } from '../catalogue/schema.ts'
import type { RuleSetId, RunPlace, Site } from '../job/schema.ts'
import type { Conduit } from '../tables/conductor-outside.ts'
import type { Installation } from '../tables/installations.ts'
import type { DeviceSeries } from '../tables/standard-ratings.ts'

/** Ratings of terminals, °C. */
export const TERMINALS_C = [60, 70, 75, 90] as const
export type TerminalC = (typeof TERMINALS_C)[number]

/** What a cable is for: the catalogue keeps its cables by it. */
export type CableUse = 'pv' | 'battery' | 'fixed'

/** A run as its rules look at it. */
export interface RunBrief {
  readonly kind: Site['kind']
  readonly use: CableUse
  readonly ac: boolean
  readonly place: RunPlace
}

/** What a circuit's current is multiplied by, by what drives it. */
export const DRIVEN_BY = ['sun', 'controller', 'battery', 'inverter', 'supply', 'engine', 'loads'] as const
export type DrivenBy = (typeof DRIVEN_BY)[number]

/** A figure of a rule set with where it stands. */
export interface Ruled<T = number> {
  readonly value: T
  readonly source: string
}

/** Largest current that may flow before a conductor of this size is protected, whatever its table says. */
export interface SmallConductor {
  readonly size: string
  readonly mostA: number
}

/** A conductor's role as it is told apart: by word and by pattern as well as by colour. */
export interface ConductorColour {
  readonly role: 'ac-line-1' | 'ac-line-2' | 'ac-line-3' | 'ac-neutral' | 'dc-positive' | 'dc-negative' | 'protective'
  readonly name: string
  readonly pattern: 'plain' | 'striped'
}

/**
 * The wiring rules of a place, as data: what a second set differs in is another object, never another branch. Planning values,
 * to be confirmed against the edition in force; each carries its source.
 */
export interface RuleSet {
  readonly id: RuleSetId
  readonly name: string
  /** The standards it is read from, in a line. */
  readonly standards: string

  /** How a circuit is laid while a person leaves it open: the table for the place. */
  readonly laid: (run: RunBrief) => Ruled<Installation>
  /** Ways of laying that are read from this set's own tables, by kind of site; another needs a reason. */
  readonly installations: (run: Pick<RunBrief, 'kind' | 'use' | 'ac'>) => readonly Installation[]
  /** Air about a cable by its place, where none is entered: so much over the hottest air there, and at least so much, °C. */
  readonly ambient: Readonly<
    Record<RunPlace, { readonly leastC: number; readonly overAirC: number; readonly source: string }>
  >
  /** Rating of a terminal that is not marked, °C, by the current of its circuit. */
  readonly terminalC: (currentA: number) => Ruled<TerminalC>
  /** Ratings terminals are marked with, °C. */
  readonly terminalsC: readonly TerminalC[]
  /** How a pair laid beside others is counted for grouping: by circuits, or by conductors that carry current. */
  readonly groupedBy: Ruled<'circuits' | 'conductors'>
  readonly smallConductors: Ruled<readonly SmallConductor[]>
  readonly parallel: Readonly<{
    /** Thinnest conductor that may be paralleled; null for any. */
    smallestSize: Ruled<string | null>
    /** What is said of a set where the two differ. */
    readonly said: string
    /** Most in parallel the design takes by itself. */
    mostAutomatic: number
  }>

  /** Short-circuit current of a string to the most it can be in bright sun. */
  readonly pvCurrentFactor: Ruled
  /** Conductor and device over the design current of a circuit; that of the sun is on top of its own factor. */
  readonly factor: Readonly<Record<DrivenBy, Ruled>>
  /** Device over what a circuit truly carries all day, whatever its design current. */
  readonly continuousFactor: Ruled
  /** The next standard device above what a cable carries is allowed up to so much, A; null where none is. */
  readonly nextDeviceUp: Ruled<number | null>
  /** String fuse between these multiples of the short-circuit current; the upper null where only the panel's limit counts. */
  readonly stringFuse: Ruled<{ readonly leastOfIsc: number; readonly mostOfIsc: number | null }>

  /** Share of voltage to lose on one leg and on a whole path, where nothing is set. */
  readonly drop: (site: Pick<Site, 'kind'>, critical: boolean) => Readonly<Record<'leg' | 'path', Ruled>>
  /** Series of standard ratings a device is chosen from. */
  readonly series: Readonly<Record<Device['type'], DeviceSeries>>
  /** Largest device of a branch behind a board that several loads share, A; a load that needs more has a branch of its own. */
  readonly branchA: Readonly<Record<'ac' | 'dc', Ruled>>
  /** Conductors bought for a run: both poles, and for AC the protective conductor as well. */
  readonly conductorsOf: (carries: 'ac' | 'dc') => number

  /** Smallest protective conductor of a circuit. @returns its size, as the tables name it */
  readonly protectiveConductor: (
    deviceRatingA: number,
    phaseSize: string,
    requiredPhaseSize: string,
    parallel?: number,
  ) => Ruled<string>
  /** Panel frames and rails, protected and exposed. */
  readonly frameBonding: Readonly<Record<'protected' | 'exposed', Ruled<string>>>
  readonly electrodeConductor: Ruled<string>
  /** How many joints between neutral and earth stand at any moment, and where. */
  readonly systemBond: Ruled<string>
  readonly residualCurrent: Ruled<string>
  /** Disconnects every system of this set has, in words. */
  readonly disconnects: readonly Ruled<string>[]
  /** An array or string against earth: volts of the test, and the least that is sound. @param highestV that can stand on it */
  readonly insulationTest: (highestV: number) => Ruled<{ readonly testV: number; readonly leastMegohm: number }>
  /** Most an earth electrode may measure, Ω. */
  readonly electrodeOhm: Ruled
  /** Longest a residual-current device may take at its rated current, ms; null where its button is the test. */
  readonly residualTripMs: Ruled<number | null>
  /** Labels that are asked for. */
  readonly labels: readonly Ruled<string>[]
  /** Length outdoors from which an array lead has surge protection, m. */
  readonly surgeFromM: (flashesPerKm2Year: number | null) => Ruled
  /** How far from a battery post the first device may stand, m. */
  readonly deviceToBatteryM: (site: Pick<Site, 'kind'>) => Ruled
  /** Conduits it draws through, and how full they may be by how many conductors. */
  readonly conduits: Ruled<{
    readonly sizes: readonly Conduit[]
    readonly fillFraction: (conductors: number) => number
    readonly said: string
  }>
  /** Conductors whose ends get a ferrule where they are clamped. */
  readonly ferrules: Ruled<readonly CableUse[]>
  /** Convention its drawings are made in. */
  readonly symbols: Ruled<'IEC 60617' | 'IEEE 315'>
  readonly colours: readonly ConductorColour[]
}
