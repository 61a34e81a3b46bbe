import type { Cable, Material } from '../catalogue/schema.ts'
import { designationsOf } from '../diagram/designations.ts'
import type { Site } from '../job/schema.ts'
import { type Plant, unitOf } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import type { Bond } from '../wiring/bonds.ts'
import type { Circuit } from '../wiring/circuits.ts'
import type { Fitted } from '../wiring/fittings.ts'
import { boardNeeds } from './board.ts'
import { bondCuts, type Cut, cutsOf } from './cuts.ts'
import { bondNeeds, endNeeds, unitIdsOf } from './ends.ts'
import { deviceOf, fittingOf, unitsOf } from './equipment.ts'
import { KeptByPart } from './kept.ts'
import type { Asked } from './line.ts'
import { type MaterialNeed, served } from './needs.ts'

/** What one system asks for: its units, what its circuits are made of, its board. */

/** Circuits, bonds and fittings as they were laid. */
export interface Wired {
  readonly circuits: readonly Circuit[]
  readonly bonds: readonly Bond[]
  readonly fittings: readonly Fitted[]
}

interface Reading {
  readonly rules: RuleSet
  readonly site: Pick<Site, 'kind'>
  readonly cables: readonly Cable[]
  readonly materials: readonly Material[]
}

export interface SystemParts {
  readonly plant: Plant
  readonly circuits: readonly Circuit[]
  readonly standing: readonly Asked[]
  readonly devices: readonly Asked[]
  readonly cuts: readonly Cut[]
  readonly small: readonly Asked[]
  readonly lacking: readonly MaterialNeed[]
}

/** What a circuit or a bond is made of. */
interface Made {
  readonly device: Asked | null
  readonly cuts: readonly Cut[]
  readonly asked: readonly Asked[]
  readonly lacking: readonly MaterialNeed[]
}
const made = new KeptByPart<Made>()

/** What of a circuit its parts are told from: a short that grew, or a drop, changes none of them. */
const readOf = (circuit: Circuit): unknown[] => [
  circuit.lengthM.value,
  circuit.leadsM,
  circuit.cable?.size,
  circuit.cable?.parallel,
  circuit.device?.item,
  circuit.device?.ratingA.value,
  circuit.deviceEnds,
  circuit.count,
  circuit.installation,
  circuit.currentA.value,
  circuit.title,
]

/** What one system asks for, its name before each use. */
export function systemParts(
  { rules, site, cables, materials }: Reading,
  { plant, wiring, name }: { readonly plant: Plant; readonly wiring: Wired; readonly name: string },
): SystemParts {
  const whose = name === '' ? '' : `${name}: `
  const { circuits, bonds, fittings } = wiring
  const names = designationsOf(plant, { circuits, bonds })
  const itemOf = new Map(fittings.map(({ unitId, item }) => [unitId, item]))
  const joints = new Map(plant.joints.map((joint) => [joint.id, joint]))
  const all = [rules, materials, cables, whose]
  const ofCircuit = (circuit: Circuit): Made[] => {
    const joint = joints.get(circuit.id)
    if (!joint) return []
    const items = unitIdsOf(joint).map((id) => itemOf.get(id) ?? unitOf(plant, id)?.item ?? null)
    const called = whose + (names.cables.get(circuit.id) ?? '')
    return [
      made.take(plant, circuit.id, [...readOf(circuit), called, ...all, ...items], () => ({
        device: deviceOf(circuit, whose),
        cuts: cutsOf(cables, circuit, called, whose),
        ...served(materials, endNeeds({ plant, joint, circuit, items, rules, materials, whose })),
      })),
    ]
  }
  const ofBond = (bond: Bond): Made => {
    const { id, size, lengthM, count, leftOut, title } = bond
    const called = whose + (names.bonds.get(id) ?? '')
    return made.take(plant, id, [size.value, lengthM.value, count, leftOut, title, called, ...all], () => ({
      device: null,
      cuts: bondCuts(cables, bond, called, whose),
      ...served(materials, bondNeeds(bond, rules, whose)),
    }))
  }
  const board = served(
    materials,
    boardNeeds({ plant, circuits, bonds, fitted: fittings, rules, whose, site, names, materials }),
  )
  const each = [...circuits.flatMap(ofCircuit), ...bonds.map(ofBond)]
  return {
    plant,
    circuits,
    standing: [...unitsOf(plant, whose), ...fittings.flatMap((fitted) => fittingOf(fitted, whose) ?? [])],
    devices: each.flatMap(({ device }) => device ?? []),
    cuts: each.flatMap(({ cuts }) => cuts),
    small: [...each.flatMap(({ asked }) => asked), ...board.asked],
    lacking: [...each.flatMap(({ lacking }) => lacking), ...board.lacking],
  }
}
