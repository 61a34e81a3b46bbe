import type { Inverter } from '../../catalogue/schema.ts'
import { between, field, measuring, type Step, step } from '../step.ts'
import { circuitOf, type Work } from '../work.ts'
import { landedId } from './board.ts'

/** The fuse goes in when all else of the bank is done; then what it feeds is filled slowly, and closed. */

/** Of the bank’s volts, before a switch is closed on capacitors. Source: common sheets of inverters. */
const FILLED_FRACTION = 0.9
/** A lead-acid bank while it is charged. */
const HIGHEST_OF_NOMINAL = 1.35

export function closing(work: Work): Step[] {
  const { design, prefix, whose, names, write } = work
  const main = circuitOf(work, 'battery-main')
  const bankV = design.battery.bank?.voltageV.value
  if (!main || bankV === undefined) return []
  const done = [
    `${prefix}bank.polarity`,
    ...design.wiring.circuits
      .filter(({ cable, kind }) => cable && kind !== 'string')
      .map((circuit) => landedId(work, circuit)),
  ]
  const charged = design.inverter.item ? [preCharge(work, design.inverter.item, bankV)] : []
  return [
    step(
      {
        id: `${prefix}close.fuse`,
        stage: 'close',
        designation: names.devices.get(main.id) ?? '',
        title: `${whose}Main fuse, last of all`,
        what: `${names.devices.get(main.id) ?? 'The main device'}, ${write.quantity(main.device?.ratingA.value ?? 0, 'A')}: in with the battery switch open.`,
        tool: 'insulated tool, eye protection',
        caution: `A short here drives ${write.quantity(main.shortA.value, 'A', 0)}: it melts spanners.`,
        check: 'protect.missing',
        place: `wiring.${main.id}.deviceId`,
        link: 'wiring',
        after: done,
      },
      main.device?.ratingA.value,
    ),
    ...charged,
    step({
      id: `${prefix}close.switch`,
      stage: 'close',
      title: `${whose}Battery switch closed`,
      what: 'Nothing hums, clicks or smells; no light that was not expected.',
      place: 'wiring',
      link: 'wiring',
      after: [charged[0]?.id ?? `${prefix}close.fuse`],
    }),
  ]
}

function preCharge({ prefix, whose, names }: Work, item: Inverter, bankV: number): Step {
  return step(
    {
      id: `${prefix}close.precharge`,
      stage: 'close',
      designation: names.units.get('inverter') ?? '',
      title: `${whose}Fill the inverter’s capacitors slowly`,
      what: 'Unless its sheet says that it does so itself: a resistor of 25 to 50 Ω and 20 W or more across the open switch, a few seconds, until the inverter’s side has come up; then close at once.',
      tool: 'resistor on insulated leads, meter',
      caution: 'Closed without it the spark pits the switch, and may blow the main fuse.',
      ...measuring([
        {
          ...field('inverterV', 'at the inverter before closing', 'V', 1),
          ...between(FILLED_FRACTION * bankV, HIGHEST_OF_NOMINAL * bankV, 'nine tenths of the bank or more'),
        },
      ]),
      causes: [
        {
          sign: 'low',
          text: 'Something on the bus draws current: a load left on, or a wrong polarity.',
          next: 'Take the resistor off before it grows hot; switch everything off; measure polarity again.',
        },
      ],
      check: 'inverter.voltage',
      place: 'inverter',
      link: 'inverter',
      after: [`${prefix}close.fuse`],
    },
    [item.id, bankV],
  )
}
