import { InputError } from '../method/input-error.ts'
import { sizesOf, WAYS } from '../rules/ways.ts'
import { conductorOf } from '../tables/conductor.ts'
import { letThroughA2s, TIME_CURRENT } from '../tables/time-current.ts'
import { formatQuantity } from '../units/format.ts'
import { entered, enteredOr, type Known, known, type Step, Working } from '../working/working.ts'
import type { Circuit, CircuitCable, CircuitDemand, CircuitDevice } from './circuits.ts'
import { groupedWith, smallestConductor, terminalOf } from './conductor-search.ts'
import { loopOhm } from './drop.ts'
import { adiabatic } from './fault-methods.ts'
import { KeptByCircuit } from './kept.ts'
import { ampacity, conductor, leastDevice, prospective, protectRating, voltageDrop } from './methods.ts'
import { BUILT_IN, NO_RATING, type Picked, pickDevice, ratingsFrom } from './pick-device.ts'
import { conductorBrief, firstRatingA, type LayBrief, type Run, runOf, sameButLeads } from './run.ts'

/** The cable and the device of a circuit: a person's, else the design's. */
export function layCircuit(brief: LayBrief, working: Working): Circuit {
  const { demand, choice } = brief
  const run = runOf(brief)
  const shortA = shortOf(run, working)
  const { cable, device, lack } = laidOrLack(run, brief, shortA, working)
  // Field by field: spread, the many fields of a demand take a fifth of the time of an edit.
  return {
    id: demand.id,
    kind: demand.kind,
    title: demand.title,
    count: demand.count,
    arrayId: demand.arrayId,
    currentA: demand.currentA,
    workingA: demand.workingA,
    voltageV: demand.voltageV,
    highestV: demand.highestV,
    ac: demand.ac,
    use: demand.use,
    deviceType: demand.deviceType,
    drivenBy: demand.drivenBy,
    continuousA: demand.continuousA,
    startA: demand.startA,
    loaded: demand.loaded,
    wires: demand.wires,
    terminal: demand.terminal,
    guardedBy: demand.guardedBy,
    deviceEnds: demand.deviceEnds,
    // Nothing but the sun feeds an array's cable: where a person takes the trip away an isolator is enough.
    mustProtect: demand.mustProtect && !(demand.kind === 'array' && choice.deviceId === 'none'),
    place: run.place,
    together: run.together.value,
    lengthM: run.lengthM,
    leadsM: run.leadsM,
    installation: run.installation,
    ownTable: run.ownTable,
    ambientC: run.ambientC,
    terminalC: run.terminalC,
    factor: run.factor,
    series: run.series,
    maxDropFraction: run.maxDropFraction,
    guardA: run.guardA,
    shortA,
    reason: choice.reason,
    deviceRefused: choice.deviceId === 'none',
    deviceAtM: choice.deviceAtM,
    cable,
    device,
    lack,
  }
}

function laidOrLack(
  run: Run,
  brief: LayBrief,
  shortA: Known,
  working: Working,
): Pick<Circuit, 'cable' | 'device' | 'lack'> {
  const { demand, choice } = brief
  try {
    const { cable, device } = layRun(run, brief, shortA, working)
    // Where no standard fuse suits a string, string.fuse-missing says so: the catalogue lacks nothing.
    const missing = !device && demand.mustProtect && choice.deviceId === null && demand.ratingA?.value !== null
    const unrated = choice.deviceId === BUILT_IN && choice.deviceRatingA === null
    return { cable, device, lack: missing ? noDevice(run, shortA) : unrated ? NO_RATING : '' }
  } catch (error) {
    if (error instanceof InputError) return { cable: null, device: null, lack: error.message }
    throw error
  }
}

/** What flows through the circuit’s device in a short right behind it. */
function shortOf({ demand, bank, leadOhm }: Run, working: Working): Known {
  if (demand.bankShare === 0 || !bank)
    return known(demand.prospectiveA, demand.use === 'pv' ? 'computed' : 'assumption', SHORT_FROM[demand.drivenBy])
  const { prospectiveA } = working.apply(prospective, {
    sourceA:
      demand.bankShare === 1
        ? bank.shortCircuitA
        : known(bank.shortCircuitA.value * demand.bankShare, 'computed', 'what flows through one battery’s device'),
    voltageV: bank.voltageV,
    leadOhm: known(leadOhm, 'computed', 'the leads before it'),
  })
  return prospectiveA
}
const SHORT_FROM: Readonly<Record<CircuitDemand['drivenBy'], string>> = {
  sun: 'all strings in bright sun',
  controller: 'the bank',
  battery: 'the bank',
  inverter: 'the inverters, or what passes through them',
  supply: 'the source: eight times a generator’s rating, 6 kA of mains',
  engine: 'a large starter battery',
  loads: 'what feeds the board',
}

interface Made {
  readonly cable: CircuitCable
  readonly device: CircuitDevice | null
}

/** The smallest device that is needed with its cable, then the next ones up where none of that size will do. */
function layRun(run: Run, brief: LayBrief, shortA: Known, working: Working): Made {
  const firstA = firstRatingA(run)
  const open = run.choice.deviceRatingA === null && !run.demand.ratingA?.value
  const ratings = open ? ratingsFrom(run.series, firstA) : [firstA]
  const pick = firstA === 0 ? null : pickDevice(run, ratings, shortA.value)
  // A size a person chose stays; the design's carries the device, and what it lets through.
  const carryA = pick?.ratingA ?? Math.max(firstA, run.guardA)
  const alone = sizedFor(run, brief, carryA, 0)
  const least = pick ? leastArea(run, pick, alone.cable, shortA, working) : null
  const bears = !least || least.value <= conductorOf(alone.cable.size).areaMm2 * alone.cable.parallel + 1e-9
  const sized = bears || run.choice.size !== null ? alone : sizedFor(run, brief, carryA, nextArea(run, least.value))
  working.take(sized.steps)
  const cable = { ...sized.cable, leastAreaMm2: least }
  if (!pick || (run.choice.deviceId === BUILT_IN && run.choice.deviceRatingA === null)) return { cable, device: null }
  return { cable, device: { ...pick, ratingA: ratingOf(run, pick, firstA), minimumA: sized.minimumA } }
}

/** The thinnest size of the table that is not below an area, mm²: what it asks for changes by whole sizes. */
const nextArea = ({ installation }: Run, areaMm2: number): number =>
  sizesOf(installation)
    .map((size) => conductorOf(size).areaMm2)
    .find((each) => each >= areaMm2 - 1e-9) ?? areaMm2

/** A cable for a device and an area, as it was sized; whatever a short there is driven through. */
interface Sized {
  readonly brief: LayBrief
  readonly carryA: number
  readonly leastAreaMm2: number
  readonly cable: CircuitCable
  readonly minimumA: Known
  readonly steps: readonly Step[]
}
const keptSizes = new KeptByCircuit<Sized>()

function sizedFor(run: Run, brief: LayBrief, carryA: number, leastAreaMm2: number): Sized {
  const { id, title } = brief.demand
  return keptSizes.take(
    brief.devices,
    id,
    (each) => each.carryA === carryA && each.leastAreaMm2 === leastAreaMm2 && sameButLeads(each.brief, brief),
    () => {
      const working = new Working('wiring')
      return working.about({ id, name: title }, (): Sized => {
        const minimumA = leastDeviceOf(run, working)
        const cable = layCable(run, carryA, leastAreaMm2, working)
        if (carryA > 0)
          working.apply(protectRating, {
            currentA: minimumA,
            series: known(run.series, 'table', 'rule set'),
            ampacityA: cable.ampacityA,
            factor: known(1, 'computed', 'counted already'),
          })
        return { brief, carryA, leastAreaMm2, cable, minimumA, steps: working.steps }
      })
    },
  )
}

function leastDeviceOf({ demand, factor, rules }: Run, working: Working): Known {
  return working.apply(leastDevice, {
    designA: demand.currentA,
    factor,
    continuousA: demand.continuousA,
    continuousFactor: known(rules.continuousFactor.value, 'table', rules.continuousFactor.source),
  }).minimumA
}

const ratingOf = ({ choice, demand }: Run, { ratingA }: Picked, firstA: number): Known => {
  const why = demand.ratingA?.value
    ? 'fuse of a string'
    : ratingA === firstA
      ? 'the next standard rating'
      : 'the next that breaks the short and holds the worst start'
  return enteredOr(choice.deviceRatingA, demand.title, known(ratingA, 'computed', why))
}

/** Thinnest conductor that bears what the device lets through, for a short at either end; null where none is driven. */
function leastArea(
  run: Run,
  { ratingA, opening }: Picked,
  { size, parallel }: CircuitCable,
  shortA: Known,
  working: Working,
): Known | null {
  if (shortA.value <= 0 || run.demand.use === 'pv') return null
  const ohm = loopOhm(size, parallel, run.lengthM.value)
  const farA = run.demand.voltageV.value / (run.demand.voltageV.value / shortA.value + ohm)
  const at = (currentA: number) => {
    const a2s = Math.min(letThroughA2s(opening, ratingA, currentA), MOST_S * currentA ** 2)
    return { currentA, a2s, seconds: Math.max(1e-6, a2s / currentA ** 2) }
  }
  const [near, far] = [at(shortA.value), at(farA)]
  const worst = far.a2s > near.a2s ? far : near
  return working.apply(adiabatic, {
    prospectiveCurrentA: known(worst.currentA, 'computed', worst === near ? shortA.from : 'a short at its far end'),
    seconds: known(worst.seconds, 'table', TIME_CURRENT[opening].title),
    k: known(WAYS[run.installation].kAdiabatic, 'table', WAYS[run.installation].source),
  }).minimumAreaMm2
}

/** Longest the adiabatic rule is read, s. Source: IEC 60364-4-43, 434.5.2. */
const MOST_S = 5

/** The cable a person chose, or the smallest that does it; its limit and its drop at the working current. */
function layCable(run: Run, carryA: number, leastAreaMm2: number, working: Working): CircuitCable {
  const { demand, choice, lengthM } = run
  const sized = choice.size === null ? sizeConductor(run, carryA, leastAreaMm2, working) : null
  const size = sized?.size ?? entered(choice.size ?? '', demand.title)
  const parallel = sized?.parallel ?? entered(choice.parallel ?? 1, demand.title)
  const n = parallel.value
  const beside = groupedWith(run.grouping, n)
  const terminalA = terminalOf({ installation: run.installation, terminalC: run.terminalC.value }, size.value)
  const each = (value: number, what: string) => known(value, 'computed', what)
  const limit = working.apply(ampacity, {
    installation: entered(run.installation, demand.title),
    ambientC: run.ambientC,
    terminalC: run.terminalC,
    circuits: each(beside.circuits, 'side by side'),
    currentCarrying: each(beside.currentCarrying, 'side by side'),
    bundled: each(beside.bundled, 'side by side'),
    size,
  })
  const drop = working.apply(voltageDrop, {
    currentA: demand.workingA,
    lengthM,
    size,
    voltageV: demand.voltageV,
    parallel,
  })
  return {
    size: size.value,
    parallel: n,
    chosen: choice.size !== null,
    requiredSize: requiredSize(run, carryA, leastAreaMm2, size.value),
    ampacityA: n === 1 ? limit.limitA : known(limit.limitA.value * n, 'computed', `${n} in parallel`),
    tableA: limit.baseA.value * n,
    terminalA: Number.isFinite(terminalA) ? terminalA * n : null,
    ambientFactor: limit.ambientFactor,
    groupingFactor: limit.groupingFactor,
    correctedA: limit.correctedA.value * n,
    dropV: drop.dropV,
    dropFraction: drop.dropFraction,
    lossW: drop.lossW,
    leastAreaMm2: null,
    limitedBy: sized?.limitedBy.value ?? null,
  }
}

/** The size a run would have were nothing lost on its way; a person’s own size is taken as required. */
function requiredSize(run: Run, carryA: number, leastAreaMm2: number, size: string): string {
  if (run.choice.size !== null) return size
  const brief = { ...conductorBrief(run, carryA, leastAreaMm2), pathAreaMm2: 0, maxDropFraction: 0.999 }
  return smallestConductor(brief)?.size ?? size
}

function sizeConductor(run: Run, carryA: number, leastAreaMm2: number, working: Working) {
  const { demand, rules, choice, grouping } = run
  const { mostAutomatic } = rules.parallel
  const each = (value: number, what: string) => known(value, 'computed', what)
  return working.apply(conductor, {
    currentA: demand.currentA,
    factor: run.factor,
    carryA: each(carryA, carryA > 0 ? 'its device' : 'no device'),
    workingA: demand.workingA,
    lengthM: run.lengthM,
    voltageV: demand.voltageV,
    installation: entered(run.installation, demand.title),
    ambientC: run.ambientC,
    terminalC: run.terminalC,
    circuits: each(grouping.circuits, 'side by side'),
    currentCarrying: each(grouping.currentCarrying, 'side by side'),
    bundled: each(grouping.bundled, 'side by side'),
    maxDropFraction: run.maxDropFraction,
    maxParallel: known(choice.parallel ?? mostAutomatic, 'assumption', `${mostAutomatic} in parallel at most`),
    leastAreaMm2: each(leastAreaMm2, 'what the device lets through'),
    pathAreaMm2: each(run.pathAreaMm2, 'so that the whole path keeps its limit'),
  })
}

const noDevice = ({ demand }: Run, shortA: Known): string =>
  `no device in the catalogue for ${formatQuantity(demand.highestV, 'V')} ${demand.ac ? 'AC' : 'DC'}${shortA.value > 0 ? ` that interrupts ${formatQuantity(shortA.value, 'A')}` : ''}`
