import { CIRCUIT_LENGTH, type CircuitKind, DEFAULTS, SITE_DISTANCE } from '../job/defaults.ts'
import { EMPTY_CIRCUIT_CHOICE } from '../job/job.ts'
import type { CircuitChoice, Site } from '../job/schema.ts'
import type { Plant } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { conductorOf } from '../tables/conductor.ts'
import { formatSize } from '../units/format.ts'
import { defineLink, type Link, type LinkResult, type Worked } from '../working/link.ts'
import type { Need } from '../working/links.ts'
import { assumedOf, enteredOr, type Known, type Step, Working } from '../working/working.ts'
import { type Bond, bondsOf } from './bonds.ts'
import type { WiringBrief } from './brief.ts'
import type { Circuit, CircuitDemand } from './circuits.ts'
import { circuitDemands } from './demands.ts'
import { loopOhm } from './drop.ts'
import { feedersOf, tiersOf } from './feed.ts'
import { type Fitted, fittingsOf } from './fittings.ts'
import { KeptByCircuit } from './kept.ts'
import { layCircuit } from './lay.ts'
import { type LaidPath, laidPaths, pathAreas } from './path-areas.ts'
import { type LayBrief, sameBrief } from './run.ts'

export interface WiringResult extends LinkResult {
  readonly circuits: readonly Circuit[]
  /** Whole ways, array to battery and battery to outlet, with what they lose. */
  readonly paths: readonly LaidPath[]
  /** Protective and bonding conductors. */
  readonly bonds: readonly Bond[]
  /** Switches, shunts, bars, boards and converters. */
  readonly fittings: readonly Fitted[]
  /** The rules it was wired by. */
  readonly rules: RuleSet
}

/** What each circuit must carry: nothing a person chooses for one bears on it. */
const demandsLink: Link<WiringBrief, { readonly demands: readonly CircuitDemand[] }> = defineLink(
  'wiring',
  (_bench, up) => ({
    rules: up.rules,
    plant: up.plant,
    demand: up.demand,
    battery: up.battery,
    layout: up.array.layout,
    further: up.array.further,
    controller: up.controller,
    inverter: up.inverter,
    charge: up.backup.charge,
    alternator: up.backup.alternator,
    generator: up.backup.generator,
    togetherA: up.backup.togetherA,
  }),
  ({ layout, further, charge, alternator, generator, togetherA, ...said }, working) => ({
    demands: circuitDemands(
      { ...said, array: { layout, further }, backup: { charge, alternator, generator, togetherA } },
      working,
    ),
  }),
)

/** Every circuit of the plant with its cable and its device. */
const laidLink: Link<Laying, WiringResult> = defineLink(
  'wiring',
  ({ job: { site }, option, catalogue }, up) => ({
    choices: option.wiring.circuits,
    bonds: option.wiring.bonds,
    chosenFittings: option.wiring.fittings,
    fittings: catalogue.fittings,
    converters: catalogue.converters,
    devices: catalogue.devices,
    rules: up.rules,
    kind: site.kind,
    // A leg takes the limit of what is critical, the safer one, unless a person says otherwise.
    maxDropFraction: up.rules.drop(site, true).leg.value,
    recordHighC: site.recordHighC ?? DEFAULTS.recordHighC.value,
    batteryRoomHighC: site.batteryRoomHighC ?? DEFAULTS.batteryRoomHighC.value,
    arrayToBatteryM: site.arrayToBatteryM,
    batteryToInverterM: site.batteryToInverterM,
    batteryToBoardM: site.batteryToBoardM,
    inverterToBoardM: site.inverterToBoardM,
    plant: up.plant,
    demanded: up.demanded,
    bank: up.battery.bank,
    systemVoltageV: up.battery.systemVoltageV.value,
  }),
  (read, working): WiringResult => {
    working.take(read.demanded.steps)
    const briefs = read.demanded.demands.map((demand) => briefOf(read, demand))
    const circuits = layOutward(read.plant, briefs, working)
    const fittings = fittingsOf({
      plant: read.plant,
      circuits,
      choices: read.chosenFittings,
      fittings: read.fittings,
      converters: read.converters,
      systemVoltageV: read.systemVoltageV,
    })
    return {
      circuits,
      bonds: bondsOf({ plant: read.plant, circuits, rules: read.rules, choices: read.bonds }),
      paths: laidPaths(read, circuits),
      fittings,
      needs: [...circuits.filter(({ lack }) => lack !== '').map(needOf), ...fittings.flatMap(fittingNeed)],
      rules: read.rules,
      answer: answerOf(circuits),
    }
  },
)

interface Laying extends WiringBrief {
  readonly demanded: Worked<{ readonly demands: readonly CircuitDemand[] }>
}

interface Reading
  extends Omit<LayBrief, 'demand' | 'choice' | 'lengthM' | 'leadOhm' | 'guardA' | 'pathAreaMm2'>,
    Distances {
  readonly choices: Readonly<Record<string, CircuitChoice>>
}

const briefOf = (read: Reading, demand: CircuitDemand): LayBrief => ({
  demand,
  choice: read.choices[demand.id] ?? EMPTY_CIRCUIT_CHOICE,
  lengthM: lengthOf(read, demand.kind),
  rules: read.rules,
  kind: read.kind,
  maxDropFraction: read.maxDropFraction,
  devices: read.devices,
  recordHighC: read.recordHighC,
  batteryRoomHighC: read.batteryRoomHighC,
  bank: read.bank,
  leadOhm: 0,
  guardA: 0,
  pathAreaMm2: 0,
})

/** Every circuit, those that feed others first: a short behind them is driven through their leads. */
function layOutward(plant: Plant, briefs: readonly LayBrief[], working: Working): Circuit[] {
  const areas = pathAreas(plant, briefs)
  const byId = new Map(briefs.map((brief) => [brief.demand.id, brief]))
  const done = new Map<string, Circuit>()
  for (const id of tiersOf(plant).flat()) {
    const brief = byId.get(id)
    if (!brief) continue
    const leadOhm = feedersOf(plant, id).reduce((sum, each) => sum + ohmOf(done.get(each)), 0)
    const pathAreaMm2 = areas.get(id) ?? 0
    const guard = brief.demand.guardedBy === null ? undefined : done.get(brief.demand.guardedBy)
    const guardA = guard?.device?.ratingA.value ?? 0
    const isAlone = leadOhm === 0 && pathAreaMm2 === 0 && guardA === 0
    const { circuit, steps } = laid(isAlone ? brief : { ...brief, leadOhm, guardA, pathAreaMm2 })
    working.take(steps)
    done.set(id, circuit)
  }
  return briefs.flatMap(({ demand }) => done.get(demand.id) ?? [])
}

/** Of a feeder's leads; nothing while it has no cable, so that the short is not made small. */
const ohmOf = (circuit: Circuit | undefined): number =>
  circuit?.cable
    ? loopOhm(
        circuit.cable.size,
        circuit.cable.parallel,
        Math.min(...(circuit.leadsM ?? [circuit.lengthM.value])),
        circuit.kind === 'battery-string' ? circuit.count : 1,
      )
    : 0

/** The circuits of a plant with what switches and joins them. */
export const wiringLink: Link<WiringBrief, WiringResult> = (bench, upstream) =>
  laidLink(bench, { ...upstream, demanded: demandsLink(bench, upstream) })

interface Laid {
  readonly brief: LayBrief
  readonly circuit: Circuit
  readonly steps: readonly Step[]
}

const kept = new KeptByCircuit<Laid>()

/** A circuit is laid again only where something it is laid by differs: the length of one lays one. */
function laid(brief: LayBrief): Laid {
  const { id, title } = brief.demand
  return kept.take(
    brief.devices,
    id,
    (each) => sameBrief(each.brief, brief),
    () => {
      const working = new Working('wiring')
      const circuit = working.about({ id, name: title }, () => layCircuit(brief, working))
      return { brief, circuit, steps: working.steps }
    },
  )
}

type Distances = Pick<Site, (typeof SITE_DISTANCE)[keyof typeof SITE_DISTANCE]>

/** Length while a circuit has none of its own: the distance of the site, or a common one. */
function lengthOf(distances: Distances, kind: CircuitKind): Known {
  const distance = kind in SITE_DISTANCE ? SITE_DISTANCE[kind as keyof typeof SITE_DISTANCE] : null
  return enteredOr(distance ? distances[distance] : null, 'site', assumedOf(CIRCUIT_LENGTH[kind]))
}

const needOf = ({ id, title, lack }: Circuit): Need => ({
  link: 'wiring',
  place: `wiring.${id}.lengthM`,
  message: `${title}: ${lack}`,
})

const fittingNeed = ({ unitId, lack }: Fitted): Need[] =>
  lack === '' ? [] : [{ link: 'wiring', place: `wiring.fittings.${unitId}`, message: lack }]

function answerOf(circuits: readonly Circuit[]): string {
  if (circuits.length === 0) return 'battery needed'
  const sizes = circuits.flatMap((circuit) => (circuit.cable ? [circuit.cable.size] : []))
  const thickest = sizes.reduce((a, b) => (conductorOf(b).areaMm2 > conductorOf(a).areaMm2 ? b : a), sizes[0] ?? '')
  const kinds = circuits.length === 1 ? '1 circuit' : `${circuits.length} circuits`
  return thickest === '' ? kinds : `${kinds}, to ${formatSize(thickest)}`
}
