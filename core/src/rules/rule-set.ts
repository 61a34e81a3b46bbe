import type { Device } from '../catalogue/schema.ts'
import type { RuleSetId, Site } from '../job/schema.ts'
import type { Installation } from '../tables/installations.ts'
import type { DeviceSeries } from '../tables/standard-ratings.ts'

/** What a cable is for: the catalogue keeps its cables by it. */
export type CableUse = 'pv' | 'battery' | 'fixed'

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

  /** How a circuit is laid while a person leaves it open. */
  readonly laid: Readonly<Record<CableUse, Installation>>
  /** Ways of laying that are read from this set's own tables, by kind of site. */
  readonly installations: (site: Pick<Site, 'kind'>, use: CableUse) => readonly Installation[]
  /** Air about a cable where none is entered, °C. */
  readonly ambientC: Readonly<Record<'indoors' | 'outside', Ruled>>
  /** Rating of a terminal that is not marked, °C, by the current of its circuit. */
  readonly terminalC: (currentA: number) => Ruled<60 | 70 | 75>
  /** How a pair laid beside others is counted for grouping: by circuits, or by conductors that carry current. */
  readonly groupedBy: Ruled<'circuits' | 'conductors'>
  readonly smallConductors: Ruled<readonly SmallConductor[]>
  readonly parallel: Readonly<{
    /** Thinnest conductor that may be paralleled; null for any. */
    smallestSize: Ruled<string | null>
    /** Most in parallel the design takes by itself. */
    mostAutomatic: number
  }>

  /** Short-circuit current of a string to the most it can be in bright sun. */
  readonly pvCurrentFactor: Ruled
  /** The same again for conductor and device of a PV circuit; 1 where the set asks for it once. */
  readonly pvConductorFactor: Ruled
  /** Device and conductor over the current a circuit carries all day. */
  readonly continuousFactor: Ruled
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
  readonly protectiveConductor: (deviceRatingA: number, phaseSize: string, requiredPhaseSize: string) => Ruled<string>
  /** Panel frames and rails, protected and exposed. */
  readonly frameBonding: Readonly<Record<'protected' | 'exposed', Ruled<string>>>
  readonly electrodeConductor: Ruled<string>
  /** How many joints between neutral and earth stand at any moment, and where. */
  readonly systemBond: Ruled<string>
  readonly residualCurrent: Ruled<string>
  /** Disconnects every system of this set has, in words. */
  readonly disconnects: readonly Ruled<string>[]
  /** Labels that are asked for. */
  readonly labels: readonly Ruled<string>[]
  /** How far from a battery post the first device may stand, m. */
  readonly deviceToBatteryM: (site: Pick<Site, 'kind'>) => Ruled
  readonly colours: readonly ConductorColour[]
}
