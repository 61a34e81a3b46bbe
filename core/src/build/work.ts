import type { CatalogueItem } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import { type Designations, designationsOf } from '../diagram/designations.ts'
import { studsOf, type Tightened, unitIdsOf } from '../parts/ends.ts'
import { type Unit, unitOf, unitsOf } from '../plant/plant.ts'
import type { Writer } from '../units/writer.ts'
import type { Circuit } from '../wiring/circuits.ts'
import type { Now } from './step.ts'

/** One system of a job as it is built: the main one, or one beside it. */
export interface Work {
  readonly design: Design
  readonly names: Designations
  readonly now: Now | null
  readonly write: Writer
  /** Before each id of a step: empty for the main system. */
  readonly prefix: string
  /** Before each title: empty for the main system. */
  readonly whose: string
}

/** Every system of a job, the main one first. */
export function worksOf(design: Design, now: Now | null): Work[] {
  const work = (each: Design, prefix: string, whose: string): Work => ({
    design: each,
    names: designationsOf(each.plant, each.wiring),
    now,
    write: design.write,
    prefix,
    whose,
  })
  return [
    work(design, '', ''),
    ...design.beside.map(({ id, name, design: each }) => work(each, `beside/${id}/`, `${name}: `)),
  ]
}

/** As on the drawing, and its name: "T1 Controller". */
export const calledUnit = ({ names }: Work, { id, name }: Unit): string => `${names.units.get(id) ?? ''} ${name}`.trim()
export const calledCircuit = ({ names }: Work, { id, title }: Circuit): string =>
  `${names.cables.get(id) ?? ''} ${title}`.trim()

export const circuitOf = ({ design }: Work, kind: Circuit['kind'], arrayId?: string): Circuit | undefined =>
  design.wiring.circuits.find((each) => each.kind === kind && (arrayId === undefined || each.arrayId === arrayId))

/** Studs on the way of a circuit with what each belongs to. */
export function tightenedOn({ design }: Work, circuit: Circuit): Tightened[] {
  const { plant, wiring } = design
  const joint = plant.joints.find(({ id }) => id === circuit.id)
  if (!joint) return []
  const items = unitIdsOf(joint).map(
    (id): CatalogueItem | null =>
      wiring.fittings.find(({ unitId }) => unitId === id)?.item ?? unitOf(plant, id)?.item ?? null,
  )
  return studsOf({ plant, joint, circuit, items })
}

/** Each piece of a unit by itself: T1.1 and T1.2 of two alike, T1 of one. */
export function piecesOf(
  work: Work,
  role: Unit['role'],
): { readonly unit: Unit; readonly called: string; readonly at: number }[] {
  return unitsOf(work.design.plant, role).flatMap((unit) =>
    Array.from({ length: unit.quantity }, (_, i) => ({
      unit,
      at: i + 1,
      called:
        unit.quantity > 1 ? `${work.names.units.get(unit.id) ?? ''}.${i + 1}` : (work.names.units.get(unit.id) ?? ''),
    })),
  )
}
