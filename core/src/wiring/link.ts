import type { Device } from '../catalogue/schema.ts'
import { CIRCUIT_LENGTH, type CircuitKind, SITE_DISTANCE } from '../job/defaults.ts'
import { EMPTY_CIRCUIT_CHOICE } from '../job/job.ts'
import type { Site } from '../job/schema.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { rulesOf } from '../rules/rules.ts'
import { conductorOf } from '../tables/conductor.ts'
import { formatSize } from '../units/format.ts'
import { defineLink, type Link, type LinkResult, type Worked } from '../working/link.ts'
import type { Need } from '../working/links.ts'
import { assumedOf, enteredOr, type Known, type Step, Working } from '../working/working.ts'
import type { WiringBrief } from './brief.ts'
import type { Circuit, CircuitDemand } from './circuits.ts'
import { circuitDemands } from './demands.ts'
import { type Fitted, fittingsOf } from './fittings.ts'
import { type LayBrief, layCircuit, sameBrief } from './lay.ts'

export interface WiringResult extends LinkResult {
  readonly circuits: readonly Circuit[]
  /** Switches, shunts, bars, boards and converters. */
  readonly fittings: readonly Fitted[]
  /** The rules it was wired by. */
  readonly rules: RuleSet
}

/** What each circuit must carry: nothing a person chooses for one bears on it. */
const demandsLink: Link<WiringBrief, { readonly demands: readonly CircuitDemand[] }> = defineLink(
  'wiring',
  ({ job: { site } }, up) => ({
    rules: rulesOf(site),
    plant: up.plant,
    demand: up.demand,
    battery: up.battery,
    array: up.array,
    controller: up.controller,
    inverter: up.inverter,
    backup: up.backup,
  }),
  ({ rules, ...brief }, working) => ({ demands: circuitDemands(brief, rules, working) }),
)

/** Every circuit of the plant with its cable and its device. */
const laidLink: Link<Laying, WiringResult> = defineLink(
  'wiring',
  ({ job: { site }, option, catalogue }, up) => ({
    choices: option.wiring.circuits,
    chosenFittings: option.wiring.fittings,
    fittings: catalogue.fittings,
    converters: catalogue.converters,
    devices: catalogue.devices,
    rules: rulesOf(site),
    // Which circuits of a boat are critical is not said yet: all count as such, the safer limit.
    maxDropFraction: rulesOf(site).drop(site, true).leg.value,
    arrayToBatteryM: site.arrayToBatteryM,
    batteryToInverterM: site.batteryToInverterM,
    batteryToBoardM: site.batteryToBoardM,
    inverterToBoardM: site.inverterToBoardM,
    plant: up.plant,
    demanded: up.demanded,
    bank: up.battery.bank,
    systemVoltageV: up.battery.systemVoltageV.value,
  }),
  ({ choices, devices, rules, maxDropFraction, ...read }, working): WiringResult => {
    working.take(read.demanded.steps)
    const circuits = read.demanded.demands.map((demand) => {
      const brief: LayBrief = {
        demand,
        choice: choices[demand.id] ?? EMPTY_CIRCUIT_CHOICE,
        lengthM: lengthOf(read, demand.kind),
        rules,
        maxDropFraction,
        devices,
        bankShortA: read.bank?.shortCircuitA.value ?? 0,
      }
      const { circuit, steps } = laid(brief)
      working.take(steps)
      return circuit
    })
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
      fittings,
      needs: [...circuits.filter(({ lack }) => lack !== '').map(needOf), ...fittings.flatMap(fittingNeed)],
      rules,
      answer: answerOf(circuits),
    }
  },
)

interface Laying extends WiringBrief {
  readonly demanded: Worked<{ readonly demands: readonly CircuitDemand[] }>
}

/** The circuits of a plant with what switches and joins them. */
export const wiringLink: Link<WiringBrief, WiringResult> = (bench, upstream) =>
  laidLink(bench, { ...upstream, demanded: demandsLink(bench, upstream) })

interface Laid {
  readonly brief: LayBrief
  readonly circuit: Circuit
  readonly steps: readonly Step[]
}

/** Circuits kept as they were laid, by shelf and id: those of the options and trials between two edits. */
const MOST_KEPT = 12
/** Ids kept of a shelf, of all jobs worked on. */
const MOST_CIRCUITS = 200
const kept = new WeakMap<readonly Device[], Map<string, Laid[]>>()

/** A circuit is laid again only where something it is laid by differs: the length of one lays one. */
function laid(brief: LayBrief): Laid {
  const { id, title } = brief.demand
  const ofCircuit = keptOf(brief.devices, id)
  const before = ofCircuit.find((each) => sameBrief(each.brief, brief))
  if (before) return before
  const working = new Working('wiring')
  const circuit = working.about({ id, name: title }, () => layCircuit(brief, working))
  const made = { brief, circuit, steps: working.steps }
  ofCircuit.unshift(made)
  ofCircuit.length = Math.min(ofCircuit.length, MOST_KEPT)
  return made
}

function keptOf(devices: readonly Device[], id: string): Laid[] {
  const ofShelf = kept.get(devices) ?? new Map<string, Laid[]>()
  kept.set(devices, ofShelf)
  const known = ofShelf.get(id)
  if (known) return known
  if (ofShelf.size >= MOST_CIRCUITS) ofShelf.clear()
  const none: Laid[] = []
  ofShelf.set(id, none)
  return none
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
