import { itemName } from '../../catalogue/schema.ts'
import type { Design } from '../../chain/design.ts'
import { designationsOf } from '../../diagram/designations.ts'
import { WAYS } from '../../rules/ways.ts'
import { sizeInBoth } from '../../tables/conductor.ts'
import { formatNumber, formatPercent, formatQuantity } from '../../units/format.ts'
import { protectiveOf } from '../../wiring/bonds.ts'
import type { Circuit } from '../../wiring/circuits.ts'
import { conduitNote } from '../../wiring/conduit.ts'
import { isUnsettled } from '../../working/working.ts'
import type { ReportBrief } from '../brief.ts'
import {
  type Block,
  column,
  figures,
  NONE,
  type Rich,
  row,
  type Section,
  say,
  section,
  table,
  tell,
  words,
} from '../content.ts'

/** Every circuit as an inspector reads it, under the names it has on the drawing and on its labels; those of systems beside too. */
export function scheduleSection({ design }: ReportBrief): Section {
  return section(
    'schedule',
    'Wiring schedule',
    [
      schedule(design, 'Wiring', ''),
      ...design.beside.map(({ name, design: own }, i) => schedule(own, `Wiring ${i + 2}`, name)),
    ],
    { lies: true, apart: true },
  )
}

function schedule(design: Design, id: string, title: string): Block {
  const { wiring, plant, write } = design
  const { cables, devices } = designationsOf(plant, wiring)
  const columns = [
    column('W'),
    column('Circuit', { width: 3 }),
    figures('n'),
    figures('carries', 'A'),
    figures('up to', 'V'),
    figures('one way', write.unit('m')),
    column('Cable, conductors', { width: 2 }),
    column('laid as', { width: 2 }),
    figures('bears', 'A'),
    figures('drop', '%'),
    column('F'),
    column('Device', { width: 2 }),
    figures('short', 'kA'),
  ]
  const rows = wiring.circuits.map((circuit) => {
    const { cable, lengthM } = circuit
    const metres = write.shown(lengthM.value, 'm')
    return row(
      cables.get(circuit.id) ?? '',
      circuit.reason === '' ? circuit.title : [circuit.title, { text: ` (${circuit.reason})`, soft: true }],
      tell(circuit.count, formatNumber(circuit.count)),
      tell(circuit.currentA.value, formatNumber(circuit.currentA.value, 1)),
      tell(circuit.highestV, `${formatNumber(circuit.highestV, 0)} ${circuit.ac ? 'AC' : 'DC'}`),
      tell(metres, formatNumber(metres, 1), isUnsettled(lengthM)),
      cableText(design, circuit),
      WAYS[circuit.installation].title,
      cable ? tell(cable.ampacityA.value, formatNumber(cable.ampacityA.value, 0)) : NONE,
      cable ? tell(cable.dropFraction.value * 100, formatNumber(cable.dropFraction.value * 100, 1)) : NONE,
      devices.get(circuit.id) ?? '',
      deviceText(circuit),
      circuit.shortA.value > 0
        ? tell(
            circuit.shortA.value / 1000,
            formatNumber(circuit.shortA.value / 1000, circuit.shortA.value < 1000 ? 2 : 1),
          )
        : NONE,
    )
  })
  return table(id, title, columns, rows)
}

function cableText({ wiring, write }: Design, circuit: Circuit): Rich {
  const { cable, wires } = circuit
  if (!cable) return [{ text: 'none chosen', bad: true }]
  const note = conduitNote(circuit, wiring.rules)
  const protective = circuit.ac ? protectiveOf(circuit, wiring.rules) : null
  const pieces = cable.parallel > 1 ? `${cable.parallel} × ` : ''
  const laid = [
    protective ? `PE ${write.size(protective.value)}` : '',
    note && WAYS[circuit.installation].conduit !== null && note.conduit ? `conduit ${note.conduit}` : '',
  ].filter((each) => each !== '')
  return [
    `${pieces}${sizeInBoth(cable.size, write)}, ${wires * cable.parallel}`,
    ...(laid.length > 0 ? [{ text: `; ${laid.join(', ')}`, soft: true }] : []),
  ]
}

function deviceText({ device, mustProtect }: Circuit): Rich {
  if (!device) return mustProtect ? [{ text: 'MISSING', bad: true, strong: true }] : 'not needed'
  return `${formatQuantity(device.ratingA.value, 'A')}, ${device.item ? itemName(device.item) : 'built into the unit'}`
}

/** Protective conductors with why they are so thick, disconnects and labels the rules ask for, and what whole ways lose. */
export function earthSection({ design: { wiring, plant, write } }: ReportBrief): Section {
  const { bonds } = designationsOf(plant, wiring)
  const { rules } = wiring
  const rows = wiring.bonds.map((bond) => {
    const metres = write.shown(bond.lengthM.value, 'm')
    return row(
      bonds.get(bond.id) ?? '',
      bond.title,
      tell(bond.count, formatNumber(bond.count)),
      tell(metres, formatNumber(metres, 1), isUnsettled(bond.lengthM)),
      bond.leftOut ? [{ text: 'LEFT OUT', bad: true, strong: true }] : sizeInBoth(bond.size.value, write),
      bond.least.source,
    )
  })
  const ruled = (said: { readonly value: string; readonly source: string }): Rich => [
    `${said.value} `,
    { text: `(${said.source})`, soft: true },
  ]
  return section('earth', 'Earth, disconnects, labels', [
    table(
      'Earth',
      '',
      [
        column('PE'),
        column('Conductor', { width: 2 }),
        figures('n'),
        figures('one way', write.unit('m')),
        column('Size'),
        column('by', { width: 2 }),
      ],
      rows,
    ),
    {
      kind: 'list',
      tone: 'plain',
      items: [
        ruled(rules.systemBond),
        ruled(rules.residualCurrent),
        ...rules.disconnects.map(ruled),
        ...rules.labels.map((label): Rich => ['Label: ', ...(ruled(label) as readonly (string | { text: string })[])]),
      ],
    },
    words(
      `Whole ways lose: ${wiring.paths.map(({ title, dropFraction }) => `${title} ${formatPercent(dropFraction, 1)}`).join('; ')}.`,
    ),
  ])
}

/** Switches, shunts, bars and boards, with what they must bear. */
export function fittingsSection({ design: { wiring, plant } }: ReportBrief): Section {
  const { units } = designationsOf(plant, wiring)
  const rows = wiring.fittings.map(({ unitId, name, need, item, quantity, servedBy, lack }) =>
    row(
      units.get(unitId) ?? '',
      name,
      tell(quantity, formatNumber(quantity)),
      tell(need.currentA, formatNumber(need.currentA, 0)),
      tell(need.highestV, `${formatNumber(need.highestV, 0)} ${need.ac ? 'AC' : 'DC'}`),
      item
        ? itemName(item)
        : servedBy !== ''
          ? `the breaker of “${servedBy}”`
          : lack !== ''
            ? [{ text: lack, bad: true }]
            : say('none').rich,
    ),
  )
  return section('fittings', 'Switches, bars and boards', [
    table(
      'Fittings',
      '',
      [
        column(''),
        column('What', { width: 2 }),
        figures('n'),
        figures('carries', 'A'),
        figures('up to', 'V'),
        column('Chosen', { width: 3 }),
      ],
      rows,
    ),
  ])
}
