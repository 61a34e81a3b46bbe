import type { Battery } from '../../catalogue/schema.ts'
import { type Chemistry, chemistryRow } from '../../tables/chemistries.ts'
import { batteriesIn, type NamedBattery } from '../batteries.ts'
import type { Cause, Expected, Read, Reading, Step } from '../step.ts'
import { about, atMost, between, field, isOut, measuring, oneByOne, step, UNKNOWN } from '../step.ts'
import { circuitOf, type Work } from '../work.ts'
import { bankCircuits, landed, landedId } from './board.ts'

/** The bank: each unit before it is joined, what they are apart, the leads, the terminals, and the fuse last. */

/** A cell at rest that came charged for its journey, V. Source: common sheets; below the first it was left to run flat. */
const REST_V: Readonly<Record<Chemistry, readonly [lowV: number, highV: number]>> = {
  'flooded lead-acid': [2.05, 2.17],
  'agm lead-acid': [2.07, 2.19],
  'gel lead-acid': [2.07, 2.19],
  'tubular lead-acid': [2.05, 2.17],
  'lithium iron phosphate': [3.2, 3.4],
  'nickel manganese cobalt': [3.5, 4.1],
  'lithium titanate': [2.1, 2.6],
  'nickel-iron': [1.2, 1.45],
}
/** Units joined in parallel, by class: V apart. Source: handbook. */
const PARALLEL_APART_V = [
  { toV: 18, apartV: 0.05 },
  { toV: 36, apartV: 0.1 },
  { toV: 1e9, apartV: 0.2 },
] as const
/** Lead-acid and other cells in series. A block of several cells twice that: the safer end of what sheets allow. */
const CELL_APART_V = 0.05
const BLOCK_APART_V = 0.1
/** Leads of strings in parallel, measured: apart at most, of the longest. Assumption of Yard Lamp. */
const LEAD_APART_FRACTION = 0.05

const CAUSES: readonly Cause[] = [
  {
    sign: 'low',
    text: 'It stood too long without charge, or a cell is dead.',
    next: 'Charge it alone to full, let it rest a day, measure again: one that falls back is sent back.',
  },
  { sign: 'low', text: 'Its management has switched it off.', next: 'Wake it as its sheet says, then measure.' },
  {
    sign: 'high',
    text: 'It was charged a short while ago, or is of another kind.',
    next: 'Let it rest some hours; read its label.',
  },
]

function restOf(item: Battery): Expected & { readonly low: number; readonly high: number } {
  const cells = Math.round(item.unitVoltageV / chemistryRow(item.chemistry).cellNominalV)
  const [lowV, highV] = REST_V[item.chemistry]
  return {
    ...between(
      lowV * cells,
      highV * cells,
      `at rest, ${cells === 1 ? 'a cell' : `${cells} cells`} of ${item.chemistry}`,
    ),
    low: lowV * cells,
    high: highV * cells,
  }
}

export function bank(work: Work): Step[] {
  const { design, prefix, whose, write } = work
  const { bank: stands, item } = design.battery
  if (!stands || !item) return []
  const units = batteriesIn(work)
  const rest = restOf(item)
  const one = ({ called, id }: NamedBattery) =>
    step(
      {
        id,
        stage: 'bank',
        designation: called,
        title: `${whose}Battery ${called}`,
        what: 'Where it will stand, joined to nothing: plus probe on plus.',
        tool: 'meter, insulated spanner',
        caution: 'One terminal uncovered at a time; no rings, no watch.',
        ...measuring([{ ...field('restV', 'at rest', 'V', 2), ...rest }]),
        causes: CAUSES,
        explain: (readings) => explainRest(readings, rest, write.quantity),
        check: 'battery.mixed',
        place: 'battery.itemId',
        link: 'battery',
        after: ['before.tools'],
      },
      item.id,
    )
  const { steps: each, reads } = oneByOne(units, one, {
    id: `${prefix}battery.each`,
    title: `${whose}Each battery`,
  })
  const ids = each.map(({ id }) => id)
  const agree = units.length > 1 ? [agreeing(work, item, units.length, reads)] : []
  const joinedAfter = agree.length > 0 ? agree.map(({ id }) => id) : ids
  const circuits = bankCircuits(work).map((circuit) => ({ ...landed(work, circuit, 'bank'), after: joinedAfter }))
  const volts = stands.series.value
  return [
    ...each,
    ...agree,
    ...leads(work, joinedAfter),
    ...circuits,
    step(
      {
        id: `${prefix}bank.polarity`,
        stage: 'bank',
        title: `${whose}Bank whole: polarity and volts before the fuse`,
        what: 'At the bank’s bars or main terminals, fuse still out, switch open: plus is plus, and the sum is right. Covers back on.',
        tool: 'meter',
        ...measuring([
          { ...field('bankV', 'bank', 'V', 2), ...between(rest.low * volts, rest.high * volts, `${volts} in series`) },
        ]),
        causes: [
          {
            sign: 'low',
            text: 'A unit is turned round, or a link between two is missing.',
            next: 'Measure across each unit where it stands: the one with a minus sign, or none, is it. Take no link off under load.',
          },
          {
            sign: 'high',
            text: 'One unit too many in series.',
            next: 'Count the links before anything is closed: an inverter may not survive it.',
          },
        ],
        explain: (readings) => explainRest(readings, { low: rest.low * volts }, write.quantity),
        check: 'inverter.voltage',
        place: 'battery',
        link: 'battery',
        after: bankCircuits(work).map((circuit) => landedId(work, circuit)),
      },
      [volts, item.id],
    ),
  ]
}

function explainRest([read]: readonly Reading[], rest: { low: number }, quantity: Work['write']['quantity']): string {
  if (!read || read.value === null || !isOut(read)) return ''
  if (read.value < 0)
    return `The meter shows ${quantity(read.value, 'V', 2)}: plus and minus are exchanged. Do not join it.`
  if (read.value < 0.3 * rest.low) return 'Next to nothing: switched off by its management, a link missing, or dead.'
  return ''
}

/** How far units may be apart before they are joined. */
function apartOf(item: Battery, isParallel: boolean): { readonly apartV: number; readonly from: string } {
  const row = chemistryRow(item.chemistry)
  const isLithium = row.gassing === 'none'
  if (isLithium && isParallel) {
    const apartV = PARALLEL_APART_V.find(({ toV }) => item.unitVoltageV <= toV)?.apartV ?? 0.05
    return { apartV, from: 'joined in parallel: the fuller one drives current into the other' }
  }
  const cells = Math.round(item.unitVoltageV / row.cellNominalV)
  return cells === 1
    ? { apartV: CELL_APART_V, from: 'cells of one string' }
    : { apartV: BLOCK_APART_V, from: 'blocks of several cells; safer than 0.05 V for each' }
}

function agreeing(work: Work, item: Battery, count: number, reads: readonly Read[]): Step {
  const isParallel = (work.design.battery.bank?.parallel.value ?? 1) > 1
  const { apartV, from } = apartOf(item, isParallel)
  return step(
    {
      id: `${work.prefix}bank.agree`,
      stage: 'bank',
      title: `${work.whose}Batteries agree`,
      what: `All ${count} beside each other, measured within the hour. Further apart: each is charged alone to full first.`,
      readings: (_values, measured) => {
        const volts = reads.flatMap(({ stepId, fieldId }) => measured(stepId, fieldId)?.value ?? [])
        const value = volts.length === reads.length ? Math.max(...volts) - Math.min(...volts) : null
        return [
          {
            id: 'apart',
            label: 'highest less lowest',
            unit: 'V',
            decimals: 2,
            value,
            ...atMost(apartV + 1e-9, from),
          },
        ]
      },
      causes: [
        {
          sign: 'high',
          text: 'They come at different charge, or one is older.',
          next: 'Charge each by itself until full, rest, measure again. One that will not come up is sent back.',
        },
      ],
      caution: isParallel
        ? 'Joined while apart, hundreds of amperes flow between them: lugs weld and management trips.'
        : '',
      check: 'battery.mixed',
      place: 'battery',
      link: 'battery',
      after: [...new Set(reads.map(({ stepId }) => stepId))],
    },
    [item.id, count],
  )
}

/** More are not asked for one by one. */
const MOST_LEADS = 40

/** Leads of strings in parallel, each as it was made. */
function leads(work: Work, after: readonly string[]): Step[] {
  const circuit = circuitOf(work, 'battery-string')
  if (!circuit || circuit.count < 2) return []
  const isMany = circuit.count > MOST_LEADS
  const names = isMany ? ['shortest', 'longest'] : Array.from({ length: circuit.count }, (_, i) => `string ${i + 1}`)
  const asked = names.map((name, i) => ({
    ...field(`lead${i + 1}`, `${name}, post to bar`, 'm', 2),
    ...(circuit.leadsM ? UNKNOWN : about(circuit.lengthM.value, 0.25, 'as planned')),
  }))
  const one = measuring(asked)
  return [
    step(
      {
        id: `${work.prefix}bank.leads`,
        stage: 'bank',
        designation: work.names.cables.get(circuit.id) ?? '',
        title: `${work.whose}Equal leads`,
        what: `${circuit.count} strings side by side: plus and minus of each together as long as those of the others, so that they share the current.`,
        tool: 'tape measure',
        ...one,
        readings: (values, measured) => {
          const all = one.readings(values, measured)
          const metres = all.flatMap(({ value }) => value ?? [])
          const apart =
            metres.length === all.length ? (Math.max(...metres) - Math.min(...metres)) / Math.max(...metres) : null
          return [
            ...all,
            {
              id: 'apart',
              label: 'longest to shortest',
              unit: '%',
              decimals: 0,
              value: apart === null ? null : apart * 100,
              ...atMost(LEAD_APART_FRACTION * 100, 'of the longest'),
            },
          ]
        },
        causes: [
          {
            sign: 'any',
            text: 'The shortest lead carries most, and its battery ages first.',
            next: 'Make all as long as the longest; coil nothing.',
          },
        ],
        check: 'wire.unequal-parallel',
        place: `wiring.${circuit.id}.leadsM`,
        link: 'wiring',
        after,
        mayBeLeft: true,
      },
      [circuit.count, circuit.leadsM],
    ),
  ]
}
