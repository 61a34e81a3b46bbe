import type { Bank } from '../battery/bank.ts'
import type { Device } from '../catalogue/schema.ts'
import type { CircuitChoice, Site } from '../job/schema.ts'
import type { AmpacityInput } from '../rules/ampacity.ts'
import type { RuleSet, RunBrief, TerminalC } from '../rules/rule-set.ts'
import { type DeviceSeries, nextRatingA } from '../tables/standard-ratings.ts'
import { orNull, sameBy } from '../working/same.ts'
import { assumed, enteredOr, type Known, known, sameKnown } from '../working/working.ts'
import type { Circuit, CircuitDemand } from './circuits.ts'
import type { ConductorBrief } from './conductor-search.ts'
import { leastDevice } from './methods.ts'

/** All that a circuit is laid by. */
export interface LayBrief {
  readonly demand: CircuitDemand
  readonly choice: CircuitChoice
  /** While the circuit has none of its own. */
  readonly lengthM: Known
  readonly rules: RuleSet
  readonly kind: Site['kind']
  /** Share of voltage to lose, where the circuit sets none. */
  readonly maxDropFraction: number
  readonly devices: readonly Device[]
  /** Hottest air of the site, and of the battery room, °C. */
  readonly recordHighC: number
  readonly batteryRoomHighC: number
  readonly bank: Pick<Bank, 'shortCircuitA' | 'voltageV'> | null
  /** Between the bank and the circuit’s source, both conductors cold, Ω. */
  readonly leadOhm: number
  /** Device of the circuit that protects this one, A; 0 where its own does. */
  readonly guardA: number
  /** So thick for the sake of a whole path, mm². */
  readonly pathAreaMm2: number
}

const sameDemand = sameBy<CircuitDemand>({
  currentA: sameKnown,
  workingA: sameKnown,
  voltageV: sameKnown,
  highestV: Object.is,
  count: Object.is,
  ratingA: orNull(sameKnown),
  id: Object.is,
  kind: Object.is,
  title: Object.is,
  arrayId: Object.is,
  ac: Object.is,
  use: Object.is,
  deviceType: Object.is,
  drivenBy: Object.is,
  continuousA: sameKnown,
  startA: orNull(sameKnown),
  place: Object.is,
  together: Object.is,
  loaded: Object.is,
  wires: Object.is,
  mustProtect: Object.is,
  bankShare: Object.is,
  prospectiveA: Object.is,
  terminal: orNull(sameBy({ maxAreaMm2: Object.is, unitName: Object.is })),
  deviceEnds: Object.is,
  guardedBy: Object.is,
})

/** Whether two circuits are laid by the same, but for the leads a short at them is driven through. */
export const sameButLeads = sameBy<LayBrief>({
  choice: Object.is,
  leadOhm: () => true,
  bank: Object.is,
  demand: sameDemand,
  lengthM: sameKnown,
  pathAreaMm2: Object.is,
  guardA: Object.is,
  maxDropFraction: Object.is,
  rules: Object.is,
  kind: Object.is,
  devices: Object.is,
  recordHighC: Object.is,
  batteryRoomHighC: Object.is,
})

/** Whether two circuits are laid by the same. */
export const sameBrief = (a: LayBrief, b: LayBrief): boolean => a.leadOhm === b.leadOhm && sameButLeads(a, b)

/** A circuit as it is laid, before its conductor and device are chosen. */
export interface Run extends Omit<LayBrief, 'maxDropFraction' | 'kind'> {
  readonly place: Circuit['place']
  readonly installation: Circuit['installation']
  readonly ownTable: boolean
  readonly leadsM: readonly number[] | null
  readonly ambientC: Known
  readonly terminalC: Known<TerminalC>
  readonly together: Known
  readonly grouping: Required<Pick<AmpacityInput, 'circuits' | 'currentCarrying' | 'bundled'>>
  readonly maxDropFraction: Known
  readonly factor: Known
  readonly series: DeviceSeries
}

/** What a conductor must carry beside its current, A: its device; nothing where none stands. */
export function firstRatingA({ demand, choice, series, factor, rules }: Run): number {
  if (choice.deviceId === 'none' || (choice.deviceId === null && !demand.mustProtect)) return 0
  if (choice.deviceRatingA !== null) return choice.deviceRatingA
  if (demand.ratingA) return demand.ratingA.value ?? 0
  const { minimumA } = leastDevice.compute({
    designA: demand.currentA.value,
    factor: factor.value,
    continuousA: demand.continuousA.value,
    continuousFactor: rules.continuousFactor.value,
  })
  return nextRatingA(series, minimumA) ?? minimumA
}

/** What `wire.conductor` is asked for a run. */
export const conductorBrief = (run: Run, carryA: number, leastAreaMm2 = 0): ConductorBrief => ({
  currentA: run.demand.currentA.value,
  factor: run.factor.value,
  carryA,
  workingA: run.demand.workingA.value,
  lengthM: run.lengthM.value,
  voltageV: run.demand.voltageV.value,
  installation: run.installation,
  ambientC: run.ambientC.value,
  terminalC: run.terminalC.value,
  ...run.grouping,
  conductorC: CONDUCTOR_C,
  phases: 'two-wire',
  maxDropFraction: run.maxDropFraction.value,
  maxParallel: run.choice.parallel ?? run.rules.parallel.mostAutomatic,
  leastAreaMm2,
  pathAreaMm2: run.pathAreaMm2,
})

/** Copper at its work, °C: where the drop is reckoned. */
const CONDUCTOR_C = 75

/** Hotter than any table of cables, °C: what a record high typed in °F comes to. */
const MOST_AIR_C = 105

/** How a circuit is laid, before its conductor is chosen: a person's word, else the rules of the place. */
export function runOf(brief: LayBrief): Run {
  const { demand, choice, rules, kind } = brief
  const { title, drivenBy, together, loaded } = demand
  const place = choice.runPlace ?? demand.place
  const said: RunBrief = { kind, use: demand.use, ac: demand.ac, place }
  const laid = rules.laid(said)
  const installation = choice.installation ?? laid.value
  const air = rules.ambient[place]
  const airC = place === 'battery room' ? brief.batteryRoomHighC : brief.recordHighC
  const circuits = choice.sideBySide ?? together
  const terminal = rules.terminalC(demand.currentA.value)
  const leadsM = leadsOf(brief)
  return {
    demand,
    choice,
    rules,
    devices: brief.devices,
    recordHighC: brief.recordHighC,
    batteryRoomHighC: brief.batteryRoomHighC,
    bank: brief.bank,
    leadOhm: brief.leadOhm,
    guardA: brief.guardA,
    pathAreaMm2: brief.pathAreaMm2,
    place,
    installation,
    ownTable: installation === laid.value || rules.installations(said).includes(installation),
    leadsM,
    lengthM: enteredOr(leadsM ? Math.max(...leadsM) : choice.lengthM, title, {
      ...brief.lengthM,
      place: `wiring.${demand.id}.lengthM`,
    }),
    ambientC: enteredOr(
      choice.ambientC,
      title,
      assumed(Math.min(MOST_AIR_C, Math.max(air.leastC, airC + air.overAirC)), air.source),
    ),
    terminalC: enteredOr<TerminalC>(choice.terminalC, title, known(terminal.value, 'table', terminal.source)),
    together: enteredOr(
      choice.sideBySide,
      title,
      known(together, 'computed', together === 1 ? 'on its own' : 'those alike'),
    ),
    grouping: { circuits, currentCarrying: loaded * circuits, bundled: loaded * circuits },
    maxDropFraction: enteredOr(choice.maxDropFraction, title, assumed(brief.maxDropFraction, 'usual limit')),
    factor: known(rules.factor[drivenBy].value, 'table', rules.factor[drivenBy].source),
    series: rules.series[demand.deviceType],
  }
}

/** Each lead of batteries in parallel where a person gave one; the others as long as the circuit. */
function leadsOf({ demand, choice, lengthM }: LayBrief): number[] | null {
  const given = choice.leadsM
  if (demand.kind !== 'battery-string' || !given?.some((each) => each !== null)) return null
  return Array.from({ length: demand.count }, (_, i) => given[i] ?? choice.lengthM ?? lengthM.value)
}
