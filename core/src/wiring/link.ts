import type { Device } from '../catalogue/schema.ts'
import type { Need } from '../chain/links.ts'
import { assumed, entered, enteredOr, type Known, known, type Working } from '../chain/working.ts'
import { EMPTY_CIRCUIT_CHOICE } from '../job/job.ts'
import type { CircuitChoice, Option, Site } from '../job/schema.ts'
import { InputError } from '../method/input-error.ts'
import { formatQuantity, formatSize } from '../units/format.ts'
import {
  CIRCUIT_LENGTH_M,
  type Circuit,
  type CircuitCable,
  type CircuitDemand,
  type CircuitDevice,
  type CircuitKind,
  SITE_DISTANCE,
} from './circuits.ts'
import { conductorOf } from './conductor.ts'
import { circuitDemands, type Upstream } from './demands.ts'
import { ampacity, protectRating, voltageDrop, wireSize } from './methods.ts'

/** Air about a cable where none is entered, °C: indoors, and on a roof or wall in the sun. Assumptions of Yard Lamp. */
const AMBIENT_C = { indoors: 35, outside: 60 }
/** Circuits into which the bank can drive its whole short-circuit current. */
const FED_BY_BANK: readonly CircuitKind[] = [
  'controller',
  'battery-string',
  'battery-main',
  'inverter-dc',
  'dc-loads',
  'charger',
  'alternator',
]
/** Largest share of voltage to lose. Source: handbook, "usually 3 % or less". */
const MAX_DROP_FRACTION = 0.03

export interface WiringResult {
  readonly text: string
  readonly needs: readonly Need[]
  readonly circuits: readonly Circuit[]
}

export function wiringLink(
  site: Site,
  option: Option,
  devices: readonly Device[],
  up: Upstream,
  working: Working,
): WiringResult {
  const circuits = circuitDemands(site, up, working).map((demand) =>
    working.about(demand.title, () =>
      wire(
        demand,
        option.wiring.circuits[demand.id] ?? EMPTY_CIRCUIT_CHOICE,
        siteLength(site, demand.kind),
        devices,
        up,
        working,
      ),
    ),
  )
  const needs = circuits
    .filter((circuit) => circuit.lack !== '')
    .map(
      (circuit): Need => ({
        link: 'wiring',
        place: `wiring.${circuit.id}.lengthM`,
        message: `${circuit.title}: ${circuit.lack}`,
      }),
    )
  return { circuits, needs, text: answer(circuits) }
}

/** Length while a circuit has none of its own: the distance of the site, or a common one. */
function siteLength(site: Site, id: CircuitKind): Known {
  const distance = SITE_DISTANCE[id]
  return enteredOr(distance ? site[distance] : null, 'site', assumed(CIRCUIT_LENGTH_M[id], 'length not entered'))
}

function answer(circuits: readonly Circuit[]): string {
  if (circuits.length === 0) return 'battery needed'
  const sizes = circuits.flatMap((circuit) => (circuit.cable ? [circuit.cable.size] : []))
  const thickest = sizes.reduce((a, b) => (conductorOf(b).areaMm2 > conductorOf(a).areaMm2 ? b : a), sizes[0] ?? '')
  const kinds = circuits.length === 1 ? '1 circuit' : `${circuits.length} circuits`
  return thickest === '' ? kinds : `${kinds}, to ${formatSize(thickest)}`
}

function wire(
  demand: CircuitDemand,
  choice: CircuitChoice,
  lengthM: Known,
  devices: readonly Device[],
  up: Upstream,
  working: Working,
): Circuit {
  const typedFrom = demand.title
  const run: Run = {
    demand,
    choice,
    installation: choice.installation ?? demand.installation,
    lengthM: enteredOr(choice.lengthM, typedFrom, lengthM),
    ambientC: enteredOr(
      choice.ambientC,
      typedFrom,
      assumed(
        demand.use === 'pv' ? AMBIENT_C.outside : AMBIENT_C.indoors,
        demand.use === 'pv' ? 'outside in the sun' : 'indoors',
      ),
    ),
    maxDropFraction: enteredOr(choice.maxDropFraction, typedFrom, assumed(MAX_DROP_FRACTION, 'usual limit')),
  }
  const circuit = {
    id: demand.id,
    kind: demand.kind,
    title: typedFrom,
    count: demand.count,
    currentA: demand.currentA,
    workingA: demand.workingA,
    voltageV: demand.voltageV,
    highestV: demand.highestV,
    ac: demand.ac,
    mustProtect: demand.mustProtect,
    deviceType: demand.deviceType,
    use: demand.use,
    lengthM: run.lengthM,
    installation: run.installation,
    maxDropFraction: run.maxDropFraction,
    deviceRefused: choice.deviceId === 'none',
  }
  try {
    const cable = layCable(run, working)
    const prospectiveA = FED_BY_BANK.includes(demand.kind) ? (up.battery.bank?.shortCircuitA.value ?? 0) : 0
    const device = chooseDevice(run, cable, devices, prospectiveA, working)
    const missing = !device && demand.mustProtect && choice.deviceId === null
    return { ...circuit, cable, device, lack: missing ? noDevice(demand, prospectiveA) : '' }
  } catch (error) {
    if (error instanceof InputError) return { ...circuit, cable: null, device: null, lack: error.message }
    throw error
  }
}

interface Run {
  readonly demand: CircuitDemand
  readonly choice: CircuitChoice
  readonly installation: Circuit['installation']
  readonly lengthM: Known
  readonly ambientC: Known
  readonly maxDropFraction: Known
}

/** The cable a person chose, or the smallest that does it; its limit and its drop at the working current. */
function layCable(
  { demand, choice, installation, lengthM, ambientC, maxDropFraction }: Run,
  working: Working,
): CircuitCable {
  const laid = { installation: entered(installation, demand.title), ambientC }
  const sized =
    choice.size === null
      ? working.apply('wiring', wireSize, {
          currentA: demand.currentA,
          lengthM,
          voltageV: demand.voltageV,
          ...laid,
          series: known(demand.series, 'table', 'rule set'),
          maxDropFraction,
          maxParallel: known(choice.parallel ?? demand.maxParallel, 'assumption', 'two in parallel at most'),
        })
      : null
  const size = sized?.size ?? entered(choice.size ?? '', demand.title)
  const parallel = sized?.parallel ?? entered(choice.parallel ?? 1, demand.title)
  const limit = working.apply('wiring', ampacity, { ...laid, size })
  const drop = working.apply('wiring', voltageDrop, {
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

function chooseDevice(
  { demand, choice }: Run,
  cable: CircuitCable,
  devices: readonly Device[],
  prospectiveA: number,
  working: Working,
): CircuitDevice | null {
  if (choice.deviceId === 'none' || (choice.deviceId === null && !demand.mustProtect)) return null
  const rated = working.apply('wiring', protectRating, {
    currentA: demand.currentA,
    series: known(demand.series, 'table', 'rule set'),
    ampacityA: cable.ampacityA,
  })
  const decided = demand.ratingA?.value ? known(demand.ratingA.value, 'computed', 'fuse of a string') : rated.ratingA
  const ratingA: Known = enteredOr(choice.deviceRatingA, demand.title, decided)
  const item =
    choice.deviceId === null
      ? devices.find(
          (device) =>
            device.type === demand.deviceType &&
            device.series === demand.series &&
            suits(device, demand, ratingA.value, prospectiveA),
        )
      : devices.find(({ id }) => id === choice.deviceId)
  return item ? { item, ratingA, minimumA: rated.minimumA } : null
}

function suits(device: Device, demand: CircuitDemand, ratingA: number, prospectiveA: number): boolean {
  const volts = demand.ac ? device.maxAcV : device.maxDcV
  return (
    volts >= demand.highestV &&
    device.smallestA <= ratingA &&
    ratingA <= device.largestA &&
    device.interruptingA >= prospectiveA
  )
}

const noDevice = (demand: CircuitDemand, prospectiveA: number): string =>
  `no device in the catalogue for ${formatQuantity(demand.highestV, 'V')} ${demand.ac ? 'AC' : 'DC'}${prospectiveA > 0 ? ` that interrupts ${formatQuantity(prospectiveA, 'A')}` : ''}`
