import type { Device } from '../catalogue/schema.ts'
import type { CircuitChoice } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { type DeviceSeries, STANDARD_RATINGS_A } from '../tables/standard-ratings.ts'
import { formatQuantity } from '../units/format.ts'
import { assumed, entered, enteredOr, type Known, known, sameKnown, type Working } from '../working/working.ts'
import type { Circuit, CircuitCable, CircuitDemand, CircuitDevice } from './circuits.ts'
import { ampacity, protectRating, voltageDrop, wireSize } from './methods.ts'

/** All that a circuit is laid by. */
export interface LayBrief {
  readonly demand: CircuitDemand
  readonly choice: CircuitChoice
  /** While the circuit has none of its own. */
  readonly lengthM: Known
  readonly rules: RuleSet
  /** Share of voltage to lose, where the circuit sets none. */
  readonly maxDropFraction: number
  readonly devices: readonly Device[]
  /** What the bank can drive into a short, A. */
  readonly bankShortA: number
}

type Same<T> = (a: T, b: T) => boolean
/** How each field of a structure is compared: a field added to it does not compile until it is. */
type SameFields<T> = { readonly [K in keyof T]: Same<T[K]> }

/** @returns a comparison of two structures, field by field, in the order given: first what differs most often */
function sameBy<T extends object>(fields: SameFields<T>): Same<T> {
  const each = Object.entries(fields) as [keyof T, Same<T[keyof T]>][]
  return (a, b) => a === b || each.every(([key, same]) => same(a[key], b[key]))
}

const orNull =
  <T extends object>(same: Same<T>): Same<T | null> =>
  (a, b) =>
    a === b || (a !== null && b !== null && same(a, b))

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
  series: Object.is,
  installation: Object.is,
  mustProtect: Object.is,
  fedByBank: Object.is,
  prospectiveA: Object.is,
  terminal: orNull(sameBy({ maxAreaMm2: Object.is, unitName: Object.is })),
  deviceEnds: Object.is,
})

/** Whether two circuits are laid by the same. */
export const sameBrief = sameBy<LayBrief>({
  choice: Object.is,
  bankShortA: Object.is,
  demand: sameDemand,
  lengthM: sameKnown,
  maxDropFraction: Object.is,
  rules: Object.is,
  devices: Object.is,
})

/** The cable and the device of a circuit: a person's, else the design's. */
export function layCircuit(brief: LayBrief, working: Working): Circuit {
  const { demand, choice, rules } = brief
  const { series, ratingA, fedByBank, prospectiveA, ...said } = demand
  const leadsM = leadsOf(brief)
  const ambient = demand.use === 'pv' ? rules.ambientC.outside : rules.ambientC.indoors
  const run: Run = {
    ...brief,
    installation: choice.installation ?? demand.installation,
    lengthM: enteredOr(leadsM ? Math.max(...leadsM) : choice.lengthM, demand.title, {
      ...brief.lengthM,
      place: `wiring.${demand.id}.lengthM`,
    }),
    ambientC: enteredOr(
      choice.ambientC,
      demand.title,
      assumed(ambient.value, demand.use === 'pv' ? 'outside in the sun' : 'indoors'),
    ),
    maxDropFraction: enteredOr(choice.maxDropFraction, demand.title, assumed(brief.maxDropFraction, 'usual limit')),
    factor: known(rules.continuousFactor.value, 'table', rules.continuousFactor.source),
    prospectiveA: fedByBank ? brief.bankShortA : prospectiveA,
  }
  const circuit = {
    ...said,
    // Nothing but the sun feeds an array's cable: where a person takes the trip away an isolator is enough.
    mustProtect: said.mustProtect && !(said.kind === 'array' && choice.deviceId === 'none'),
    lengthM: run.lengthM,
    leadsM,
    installation: run.installation,
    maxDropFraction: run.maxDropFraction,
    deviceRefused: choice.deviceId === 'none',
  }
  try {
    const cable = layCable(run, working)
    const device = chooseDevice(run, cable, working)
    // Where no standard fuse suits a string, string.fuse-missing says so: the catalogue lacks nothing.
    const missing = !device && demand.mustProtect && choice.deviceId === null && ratingA?.value !== null
    const unrated = choice.deviceId === BUILT_IN && choice.deviceRatingA === null
    return { ...circuit, cable, device, lack: missing ? noDevice(run) : unrated ? NO_RATING : '' }
  } catch (error) {
    if (error instanceof InputError) return { ...circuit, cable: null, device: null, lack: error.message }
    throw error
  }
}

/** Choice of a breaker that is built into a unit at the source. */
export const BUILT_IN = 'built-in'
const NO_RATING = 'the rating of the breaker that is built in, from the unit’s sheet'

/** Each lead of batteries in parallel where a person gave one; the others as long as the circuit. */
function leadsOf({ demand, choice, lengthM }: LayBrief): number[] | null {
  const given = choice.leadsM
  if (demand.kind !== 'battery-string' || !given?.some((each) => each !== null)) return null
  return Array.from({ length: demand.count }, (_, i) => given[i] ?? choice.lengthM ?? lengthM.value)
}

interface Run extends Omit<LayBrief, 'maxDropFraction'> {
  readonly installation: Circuit['installation']
  readonly ambientC: Known
  readonly maxDropFraction: Known
  readonly factor: Known
  readonly prospectiveA: number
}

/** The cable a person chose, or the smallest that does it; its limit and its drop at the working current. */
function layCable(
  { demand, choice, rules, installation, lengthM, ambientC, maxDropFraction, factor }: Run,
  working: Working,
): CircuitCable {
  const laid = { installation: entered(installation, demand.title), ambientC }
  const { mostAutomatic } = rules.parallel
  const sized =
    choice.size === null
      ? working.apply(wireSize, {
          currentA: demand.currentA,
          lengthM,
          voltageV: demand.voltageV,
          ...laid,
          series: known(demand.series, 'table', 'rule set'),
          maxDropFraction,
          factor,
          maxParallel: known(choice.parallel ?? mostAutomatic, 'assumption', `${mostAutomatic} in parallel at most`),
        })
      : null
  const size = sized?.size ?? entered(choice.size ?? '', demand.title)
  const parallel = sized?.parallel ?? entered(choice.parallel ?? 1, demand.title)
  const limit = working.apply(ampacity, { ...laid, size })
  const drop = working.apply(voltageDrop, {
    currentA: demand.workingA,
    lengthM,
    size,
    voltageV: demand.voltageV,
    parallel,
  })
  const ampacityA: Known =
    parallel.value === 1
      ? limit.limitA
      : known(limit.limitA.value * parallel.value, 'computed', `${parallel.value} in parallel`)
  return {
    size: size.value,
    parallel: parallel.value,
    chosen: choice.size !== null,
    ampacityA,
    dropV: drop.dropV,
    dropFraction: drop.dropFraction,
    limitedBy: sized?.limitedBy.value ?? null,
  }
}

function chooseDevice(run: Run, cable: CircuitCable, working: Working): CircuitDevice | null {
  const { demand, choice, devices, factor } = run
  if (choice.deviceId === 'none' || (choice.deviceId === null && !demand.mustProtect)) return null
  if (demand.ratingA?.value === null && choice.deviceRatingA === null) return null
  const rated = working.apply(protectRating, {
    currentA: demand.currentA,
    series: known(demand.series, 'table', 'rule set'),
    ampacityA: cable.ampacityA,
    factor,
  })
  const decided = demand.ratingA?.value ? known(demand.ratingA.value, 'computed', 'fuse of a string') : rated.ratingA
  const ratingA: Known = enteredOr(choice.deviceRatingA, demand.title, decided)
  if (choice.deviceId === BUILT_IN)
    return choice.deviceRatingA === null ? null : { item: null, ratingA, minimumA: rated.minimumA }
  if (choice.deviceId !== null) {
    const item = devices.find(({ id }) => id === choice.deviceId)
    return item ? { item, ratingA, minimumA: rated.minimumA } : null
  }
  const open = choice.deviceRatingA === null && !demand.ratingA?.value
  for (const each of open ? ratingsFrom(demand.series, ratingA, cable.ampacityA.value) : [ratingA]) {
    const item = cheapest(devices.filter((device) => suits(device, run, each.value)))
    if (item) return { item, ratingA: each, minimumA: rated.minimumA }
  }
  return null
}

/** The cheapest of several, whatever order a shelf has them in. */
const cheapest = (devices: readonly Device[]): Device | undefined =>
  devices.reduce<Device | undefined>(
    (a, b) => (a && (a.price < b.price || (a.price === b.price && a.id < b.id)) ? a : b),
    undefined,
  )

/** The rating that is needed, then the next ones up that still protect the cable: small ones often cannot break a bank. */
const ratingsFrom = (series: DeviceSeries, ratingA: Known, ampacityA: number): Known[] => [
  ratingA,
  ...STANDARD_RATINGS_A[series]
    .filter((amps) => amps > ratingA.value && amps <= ampacityA)
    .map((amps) => known(amps, 'computed', 'the next that breaks what the bank delivers and still protects the cable')),
]

function suits(device: Device, { demand, prospectiveA }: Run, ratingA: number): boolean {
  const volts = demand.ac ? device.maxAcV : device.maxDcV
  return (
    device.type === demand.deviceType &&
    device.series === demand.series &&
    volts >= demand.highestV &&
    device.smallestA <= ratingA &&
    ratingA <= device.largestA &&
    device.interruptingA >= prospectiveA
  )
}

const noDevice = ({ demand, prospectiveA }: Run): string =>
  `no device in the catalogue for ${formatQuantity(demand.highestV, 'V')} ${demand.ac ? 'AC' : 'DC'}${prospectiveA > 0 ? ` that interrupts ${formatQuantity(prospectiveA, 'A')}` : ''}`
