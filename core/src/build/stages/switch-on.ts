import { everyString, type StrungArray } from '../../controller/link.ts'
import type { Circuit } from '../../wiring/circuits.ts'
import { about, between, field, measuring, type Step, step } from '../step.ts'
import { piecesOf, type Work } from '../work.ts'
import { insulationId } from './earth.ts'
import { setIds } from './settings.ts'

/** Battery, inverter, loads one by one, the sun last. */

const onId = ({ prefix }: Work, what: string): string => `${prefix}on.${what}`
export const inverterIds = (work: Work): string[] =>
  piecesOf(work, 'inverter').map(({ unit, at }) => onId(work, `${unit.id}.${at}`))
export const sunIds = (work: Work): string[] => ownArrays(work).map(({ id }) => onId(work, `sun.${id}`))
/** Arrays on controllers: those on the AC side wake with the inverter. */
const ownArrays = ({ design }: Work): StrungArray[] => everyString(design).filter(({ acInverter }) => !acInverter)

export function switchOn(work: Work): Step[] {
  const { bank } = work.design.battery
  if (!bank) return []
  const loads = work.design.wiring.circuits.filter(({ kind }) => kind === 'ac-branch' || kind === 'dc-branch')
  return [
    batteryOn(work, bank),
    ...inverters(work),
    ...loads.map((circuit) => branchOn(work, circuit)),
    ...ownArrays(work).map((array) => sunOn(work, array)),
  ]
}

function batteryOn(work: Work, bank: NonNullable<Work['design']['battery']['bank']>): Step {
  const { design, prefix, whose } = work
  const monitor = design.option.battery.monitored
    ? ' The monitor shows the same volts, and a plus sign while charging.'
    : ''
  return step(
    {
      id: onId(work, 'battery'),
      stage: 'on',
      title: `${whose}Battery on: volts at the bus`,
      what: `Each device that hangs on the bus wakes and finds its voltage.${monitor}`,
      tool: 'meter',
      ...measuring([
        {
          ...field('busV', 'at the bus', 'V', 2),
          ...between(bank.lowCutoffV, bank.absorptionV, 'between cut-off and absorption'),
        },
      ]),
      causes: [
        {
          sign: 'low',
          text: 'A fuse not home, a switch half closed, or the bank is empty.',
          next: 'Follow the volts from post to bus: where they fall is the joint.',
        },
      ],
      check: 'settings.low-cutoff',
      place: 'battery.settings.lowCutoffV',
      link: 'battery',
      after: [`${prefix}close.switch`],
    },
    bank.voltageV.value,
  )
}

function inverters(work: Work): Step[] {
  const { item } = work.design.inverter
  if (!item) return []
  return piecesOf(work, 'inverter').map(({ unit, called, at }) =>
    step(
      {
        id: onId(work, `${unit.id}.${at}`),
        stage: 'on',
        designation: called,
        title: `${work.whose}${called} Inverter on, boards still off`,
        what: 'Volts and frequency at its terminals before the first breaker of the board is closed.',
        tool: 'meter for alternating voltage',
        ...measuring([
          { ...field('acV', 'line to neutral', 'V', 0), ...about(item.mainsVoltageV, 0.06, 'its sheet, ± 6 %') },
          { ...field('hz', 'frequency', 'Hz', 1, true), ...about(item.mainsFrequencyHz, 0.01, 'its sheet, ± 1 %') },
        ]),
        causes: [
          {
            sign: 'low',
            text: 'Search mode: it pulses until a load is there.',
            next: 'Measure with a lamp on, or search mode off.',
          },
          {
            sign: 'any',
            text: 'Set for other mains.',
            next: 'Voltage and frequency in its settings, before any load is connected.',
          },
        ],
        check: 'inverter.mains-mismatch',
        place: 'inverter.itemId',
        link: 'inverter',
        after: [onId(work, 'battery'), ...setIds(work, 'inverter')],
      },
      item.id,
    ),
  )
}

/** What a DC load bears of its nominal volts. Source: common sheets; ISO 10133. */
const DC_BEARS = { low: 0.87, high: 1.3 }
const AC_BEARS_FRACTION = 0.1

function branchOn(work: Work, circuit: Circuit): Step {
  const { names, whose, write } = work
  const isAc = circuit.kind === 'ac-branch'
  const called = names.devices.get(circuit.id) ?? names.cables.get(circuit.id) ?? ''
  const nominalV = circuit.voltageV.value
  return step(
    {
      id: onId(work, circuit.id),
      stage: 'on',
      designation: called,
      title: `${whose}${called} ${circuit.title.replace(/^.* to /, '')} on`,
      what: `By itself, then what hangs on it, one after the other. At most ${write.quantity(circuit.device?.ratingA.value ?? circuit.currentA.value, 'A')}.`,
      ...measuring([
        {
          ...field('volts', 'at its last outlet', 'V', isAc ? 0 : 1, true),
          ...(isAc
            ? about(nominalV, AC_BEARS_FRACTION, 'nominal, ± 10 %')
            : between(DC_BEARS.low * nominalV, DC_BEARS.high * nominalV, 'what its loads bear')),
        },
      ]),
      causes: [
        {
          sign: 'low',
          text: 'A thin or long cable, or a loose clamp.',
          next: 'Measure at the board: what is lost between is this circuit’s.',
        },
      ],
      check: 'wire.drop',
      place: `wiring.${circuit.id}.size`,
      link: 'wiring',
      after: isAc ? inverterIds(work) : [onId(work, 'battery')],
    },
    circuit.device?.ratingA.value,
  )
}

function sunOn(work: Work, array: StrungArray): Step {
  return step(
    {
      id: onId(work, `sun.${array.id}`),
      stage: 'on',
      title: `${work.whose}The sun last${array.name === '' ? '' : `: ${array.name}`}`,
      what: 'String fuses in, isolator closed: the controller has seen the battery first. It finds volts, then amperes. Off in the reverse order: the sun first, the battery last.',
      caution: 'A controller that sees the array before the battery may take harm.',
      ...measuring([
        {
          ...field('chargeA', 'into the battery', 'A', 1, true),
          ...between(0, array.strings.chargeA * 1.05, 'no more than the controllers give'),
        },
      ]),
      causes: [
        {
          sign: 'low',
          text: 'The battery is full, or the controller sleeps.',
          next: 'Switch a load on and look again.',
        },
        {
          sign: 'high',
          text: 'The clamp reads another current as well, or the limit of the controller is not set.',
          next: 'Read the limit in its settings; clamp one lead alone.',
        },
      ],
      check: 'string.cold-over-limit',
      place: 'controller',
      link: 'controller',
      after: [onId(work, 'battery'), insulationId(work, array.id), ...setIds(work, 'controller'), ...inverterIds(work)],
    },
    [array.controller.id, array.quantity],
  )
}
