import { BOND_LABEL } from '../../after/bond.ts'
import { fullWhen } from '../../after/settings.ts'
import { unitsOf } from '../../plant/plant.ts'
import { dropAtLoad } from '../../wiring/loss-methods.ts'
import { pathsOf } from '../../wiring/paths.ts'
import {
  about,
  atMost,
  between,
  field,
  measuring,
  type Reading,
  readingOf,
  type Step,
  step,
  UNKNOWN,
  type Values,
} from '../step.ts'
import { calledUnit, type Work } from '../work.ts'
import { inverterIds, sunIds } from './switch-on.ts'

/** Under load, and the first full charge. */

/** Both poles of the way from the bank to the inverter, mΩ. */
function wayMilliohm({ design }: Work): number {
  const path = pathsOf(design.plant).find(({ circuitIds }) => circuitIds.includes('inverter-dc'))
  const upTo = path?.circuitIds.slice(0, path.circuitIds.indexOf('inverter-dc') + 1) ?? ['inverter-dc']
  return upTo.reduce((sum, id) => {
    const circuit = design.wiring.circuits.find((each) => each.id === id)
    if (!circuit?.cable || circuit.workingA.value <= 0) return sum
    const share = circuit.kind === 'battery-string' ? circuit.count : 1
    return sum + (1000 * circuit.cable.dropV.value) / circuit.workingA.value / share
  }, 0)
}

/** Joints, fuse and switch on the way beside the conductors, mΩ. Assumption of Yard Lamp: six of 0.1. */
const JOINTS_MILLIOHM = 0.6
/** How far the conductors may be from their table: warm, a little longer than drawn. */
const DROP_FRACTION = 0.3
/** Two meters differ by so much, V. */
const METERS_APART_V = 0.02
const WARM_OVER_AIR_K = 30
const WARM_UNKNOWN_AIR_C = 60

const DROP_FIELDS = [
  field('loadW', 'load on the inverter', 'W', 0),
  field('batteryV', 'at the battery posts', 'V', 2),
  field('inverterV', 'at the inverter’s terminals', 'V', 2),
]

/** What was lost on the way beside what is reckoned for the load that was read. */
function dropReadings(values: Values, work: Work, milliohm: number, inverterEfficiency: number): Reading[] {
  const { write } = work
  const read = DROP_FIELDS.map((each) => readingOf(each, values))
  const [loadW, batteryV, inverterV] = read.map(({ value }) => value)
  const lost = { id: 'dropV', label: 'lost on the way', unit: 'V', decimals: 3 }
  if (loadW == null || batteryV == null || inverterV == null || batteryV <= 0 || loadW < 0)
    return [...read, { ...lost, value: null, ...UNKNOWN, from: 'once all three are read' }]
  const { dropV, currentA } = dropAtLoad.compute({
    loadW,
    batteryV,
    inverterEfficiency,
    resistanceMilliohm: milliohm,
  })
  const high = dropV * (1 + DROP_FRACTION) + (currentA * JOINTS_MILLIOHM) / 1000 + METERS_APART_V
  const from = `${write.quantity(currentA, 'A', 0)} through ${write.number(milliohm, '', 1)} mΩ of cable; joints come on top`
  return [
    ...read,
    { ...lost, value: batteryV - inverterV, ...UNKNOWN, expected: dropV, low: -METERS_APART_V, high, from },
  ]
}

export function underLoad(work: Work): Step[] {
  const { item } = work.design.inverter
  if (!item) return []
  const drop = dropStep(work, item)
  return [drop, warmStep(work, drop.id), ...residual(work), outlets(work), ...transfer(work)]
}

function dropStep(work: Work, item: NonNullable<Work['design']['inverter']['item']>): Step {
  const { whose, prefix, write } = work
  const milliohm = wayMilliohm(work)
  const aboutW = 50 * Math.round((0.5 * item.continuousW) / 50)
  return step(
    {
      id: `${prefix}load.drop`,
      stage: 'load',
      title: `${whose}Volts lost under load, measured and reckoned`,
      what: `A steady load, about ${write.quantity(aboutW, 'W')}: a heater or a kettle. Within a minute, volts at the posts and at the inverter, probes on the studs themselves.`,
      tool: 'two meters, or one quickly',
      caution: 'Live studs: insulated probes, one hand.',
      fields: DROP_FIELDS,
      readings: (values) => dropReadings(values, work, milliohm, item.efficiency),
      causes: [
        {
          sign: 'high',
          text: 'A loose lug or a bad crimp: it will grow warm.',
          next: 'Same load, probes along the way, joint by joint: where millivolts jump is the one.',
        },
        {
          sign: 'high',
          text: 'A cable thinner or longer than planned.',
          next: 'Read the print on it, measure its length; say so under “built otherwise”.',
        },
        {
          sign: 'low',
          text: 'The probes are exchanged, or the load went off in between.',
          next: 'Measure both within a minute.',
        },
      ],
      explain: (readings) => {
        const lost = readings.find(({ id }) => id === 'dropV')
        return lost?.value != null && lost.expected !== null && lost.value > (lost.high ?? 0)
          ? `${write.quantity(lost.value, 'V', 2)} are lost where ${write.quantity(lost.expected, 'V', 2)} were reckoned for the cables.`
          : ''
      },
      check: 'wire.drop',
      place: 'wiring.inverter-dc.size',
      link: 'wiring',
      after: inverterIds(work),
    },
    [milliohm.toFixed(2), item.id],
  )
}

function warmStep({ prefix, whose, now, write }: Work, dropId: string): Step {
  return step({
    id: `${prefix}load.warm`,
    stage: 'load',
    title: `${whose}Terminals after 30 minutes under load`,
    what: 'The hottest lug, fuse or breaker of the direct-current side, by thermal camera or probe.',
    tool: 'thermal camera or probe',
    ...measuring([
      {
        ...field('hottestC', 'hottest joint', '°C', 0),
        ...(now
          ? atMost(now.airC + WARM_OVER_AIR_K, `air and ${write.quantity(WARM_OVER_AIR_K, 'K', 0)}`)
          : atMost(WARM_UNKNOWN_AIR_C, 'air not read')),
      },
    ]),
    causes: [
      {
        sign: 'high',
        text: 'A joint is loose or its lug badly crimped.',
        next: 'Switch off, wait, open, clean, tighten; the same half hour again.',
      },
    ],
    check: 'wire.ampacity',
    place: 'wiring',
    link: 'wiring',
    after: [dropId],
  })
}

function residual(work: Work): Step[] {
  const { design, prefix, whose, names } = work
  const { value: tripMs, source } = design.wiring.rules.residualTripMs
  return unitsOf(design.plant, 'residual-current').map((unit) =>
    step(
      {
        id: `${prefix}load.${unit.id}`,
        stage: 'load',
        designation: names.units.get(unit.id) ?? '',
        title: `${whose}${calledUnit(work, unit)} trips`,
        what: 'By its button, then by a tester at the farthest outlet; on the inverter, and again while a generator or the mains feeds.',
        tool: 'residual-current tester',
        ...(tripMs === null
          ? {}
          : measuring([{ ...field('tripMs', 'at its rated current', 'ms', 0, true), ...atMost(tripMs, source) }])),
        causes: [
          {
            sign: 'any',
            text: 'Neutral and earth are joined nowhere, or joined behind the device.',
            next: 'Off, then measure neutral to earth before and behind it: joined before it, apart behind it.',
          },
        ],
        check: 'backup.bond',
        place: 'backup.bond',
        link: 'backup',
        after: inverterIds(work),
      },
      unit.item?.id,
    ),
  )
}

const outlets = (work: Work): Step =>
  step({
    id: `${work.prefix}load.outlets`,
    stage: 'load',
    title: `${work.whose}Outlets: phase, neutral, earth, each`,
    what: `Each outlet with a tester: phase where it belongs, neutral not exchanged, earth there. Neutral and earth joined: ${bondText(work)}.`,
    tool: 'outlet tester, two-pole tester',
    check: 'backup.bond',
    place: 'backup.bond',
    link: 'backup',
    after: inverterIds(work),
  })
const bondText = ({ design: { option } }: Work): string =>
  option.backup.kind === 'none' ? 'at one place, before the residual-current device' : BOND_LABEL[option.backup.bond]

function transfer(work: Work): Step[] {
  const { design, prefix, whose } = work
  const { kind, bond } = design.option.backup
  if (kind === 'none') return []
  const chargeA = design.backup.charge?.currentA.value
  return [
    step(
      {
        id: `${prefix}load.transfer`,
        stage: 'load',
        title: `${whose}Over to the ${kind === 'generator' ? 'generator' : 'mains'} and back, one bond`,
        what: `Start it, let it carry the house, let it go. While it feeds, neutral and earth are joined once: ${BOND_LABEL[bond]}.`,
        tool: 'clamp on the earth conductor, meter',
        caution: kind === 'generator' ? 'Outside, exhaust away from doors and windows; never indoors.' : '',
        ...measuring([
          {
            ...field('earthA', 'in the earth conductor', 'A', 2, true),
            ...atMost(0.05, 'a second bond drives current there'),
          },
          {
            ...field('chargeA', 'charge into the bank', 'A', 0, true),
            ...(chargeA === undefined
              ? UNKNOWN
              : between(0.7 * chargeA, 1.1 * chargeA, 'its setting, less what the loads take')),
          },
        ]),
        causes: [
          {
            sign: 'high',
            text: 'Neutral and earth are joined twice.',
            next: 'Find both joints; the one in the source comes out, or the inverter lets go of its own.',
          },
          {
            sign: 'low',
            text: 'The input limit is set low, or the bank is nearly full.',
            next: 'Read the limit; try again with the bank lower.',
          },
        ],
        check: 'backup.bond',
        place: 'backup.bond',
        link: 'backup',
        after: inverterIds(work),
      },
      [kind, bond],
    ),
  ]
}

/** Full once, so that the monitor knows where full is. */
export function firstFull(work: Work): Step[] {
  const { design, prefix, whose } = work
  const full = fullWhen(design)
  if (!full) return []
  const { absorptionV } = full
  const tailA = design.option.battery.monitored ? full.tailA : null
  return [
    step(
      {
        id: `${prefix}full.first`,
        stage: 'full',
        title: `${whose}Full for the first time`,
        what: 'Until absorption is held and the current has fallen: it may take days of sun. Then the monitor is set to 100 %.',
        ...measuring([
          { ...field('absorptionV', 'held at', 'V', 1), ...about(absorptionV, 0.01, 'as set, ± 1 %') },
          {
            ...field('tailA', 'current at the end', 'A', 1, tailA === null),
            ...(tailA === null ? UNKNOWN : between(-0.5, tailA, 'where the monitor calls it full')),
          },
          { ...field('monitorPercent', 'monitor then', '%', 0, true), ...between(99, 100, 'set to full') },
        ]),
        causes: [
          {
            sign: 'low',
            text: 'A charger ends early: another setting, or volts lost between it and the bank.',
            next: 'Read volts at the charger and at the posts at the same moment.',
          },
          {
            sign: 'high',
            text: 'Set too high, or a management that cuts off and lets volts shoot up.',
            next: 'Lower absorption by 0.1 V a time until it holds.',
          },
        ],
        check: 'settings.charge-voltage',
        place: 'battery.settings.absorptionV',
        link: 'battery',
        after: [...sunIds(work), ...inverterIds(work)],
      },
      [absorptionV, tailA],
    ),
  ]
}
