import type { Design } from '../chain/design.ts'
import type { LinkId } from '../working/links.ts'
import { type Work, worksOf } from './work.ts'

/** A label to stick on. */
export interface Label {
  readonly id: string
  readonly sort: 'cable' | 'device' | 'unit' | 'warning'
  /** As on the drawing, in large letters; empty for a warning. */
  readonly designation: string
  readonly lines: readonly string[]
  /** How many alike: both ends of a run. */
  readonly copies: number
  /** Page and field the code on it leads to; null where there is none. */
  readonly leads: { readonly link: LinkId; readonly place: string } | null
}

export const LABEL_SORTS = ['cable', 'device', 'unit', 'warning'] as const
const ENDS = 2

/** Each of several alike by a number of its own: W1.1 and W1.2 of two, W1 of one. */
const numbered = (label: Label, count: number): Label[] =>
  count === 1
    ? [label]
    : Array.from({ length: count }, (_, i) => ({
        ...label,
        id: `${label.id}.${i + 1}`,
        designation: `${label.designation}.${i + 1}`,
      }))

/** Every label of a design: both ends of each cable, each device, each unit, and what the rules ask for. */
export function labelsOf(design: Design): Label[] {
  const works = worksOf(design, null)
  return [
    ...works.flatMap((work) => [...cables(work), ...bonds(work), ...devices(work), ...units(work)]),
    ...warnings(design),
  ]
}

const cables = ({ design, names, prefix, whose, write }: Work): Label[] =>
  design.wiring.circuits.flatMap(({ id, title, cable, count, lengthM }): Label[] =>
    cable
      ? numbered(
          {
            id: `${prefix}cable.${id}`,
            sort: 'cable',
            designation: names.cables.get(id) ?? '',
            lines: [
              whose + title,
              `${write.size(cable.size)}${cable.parallel > 1 ? ` × ${cable.parallel}` : ''} · ${write.quantity(lengthM.value, 'm', 1)}`,
            ],
            copies: ENDS,
            leads: { link: 'wiring', place: `wiring.${id}.size` },
          },
          count,
        )
      : [],
  )

const bonds = ({ design, names, prefix, whose, write }: Work): Label[] =>
  design.wiring.bonds.flatMap(({ id, title, size, lengthM, count, leftOut }) =>
    leftOut
      ? []
      : numbered(
          {
            id: `${prefix}bond.${id}`,
            sort: 'cable',
            designation: names.bonds.get(id) ?? '',
            lines: [whose + title, `${write.size(size.value)} · ${write.quantity(lengthM.value, 'm', 1)}`],
            copies: ENDS,
            leads: { link: 'wiring', place: `wiring.bonds.${id}.size` },
          },
          count,
        ),
  )

const devices = ({ design, names, prefix, whose, write }: Work): Label[] =>
  design.wiring.circuits.flatMap(({ id, title, device, count, deviceEnds, highestV, ac }): Label[] =>
    device
      ? numbered(
          {
            id: `${prefix}device.${id}`,
            sort: 'device',
            designation: names.devices.get(id) ?? '',
            lines: [
              `${write.quantity(device.ratingA.value, 'A')} · to ${write.quantity(highestV, 'V', 0)} ${ac ? 'AC' : 'DC'}`,
              whose + title,
            ],
            copies: 1,
            leads: { link: 'wiring', place: `wiring.${id}.deviceId` },
          },
          count * deviceEnds,
        )
      : [],
  )

const units = (work: Work): Label[] =>
  work.design.plant.units.flatMap((unit): Label[] => {
    const designation = work.names.units.get(unit.id)
    if (!designation || unit.role === 'loads' || unit.role === 'panels') return []
    return numbered(
      {
        id: `${work.prefix}unit.${unit.id}`,
        sort: 'unit',
        designation,
        lines: [work.whose + unit.name],
        copies: 1,
        leads: { link: unit.link, place: unit.link },
      },
      unit.quantity,
    )
  })

const warnings = ({ wiring, plant }: Design): Label[] =>
  wiring.rules.labels.map(({ value, source }, i) => ({
    id: `warning.${i}`,
    sort: 'warning',
    designation: '',
    lines: [value, source],
    copies: Math.max(1, plant.units.filter(({ role }) => role === 'isolator').length),
    leads: null,
  }))
