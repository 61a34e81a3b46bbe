import { chemistryRow } from '../tables/chemistries.ts'
import { monthly, type Task, type TaskRule, task } from './task.ts'

const SHORT = 'No rings, no watch; insulated tools; one terminal uncovered at a time.'
const ACID = `Eye protection, gloves, water and neutraliser to hand; vents open, no flame. ${SHORT}`

/** The bank, by its chemistry. */
export const bankTasks: TaskRule = (brief) => {
  const { design, unitsOf, called } = brief
  const [battery] = unitsOf('battery')
  if (!battery || !design.battery.bank) return []
  const name = called(battery)
  const { chemistry } = design.battery
  const { gassing } = chemistryRow(chemistry)
  if (chemistry === 'nickel-iron') return [...watered(name), electrolyte(name), terminals(name, 6), vents()]
  if (gassing === 'vented') return [...watered(name), gravity(name), equalise(name), terminals(name, 6), vents()]
  if (gassing === 'valve-regulated') return [terminals(name, 6), restVolts(name)]
  return [fullCharge(name), firmware(name), terminals(name, 12)]
}

const watered = (name: string): Task[] => [
  task('upkeep/water/battery', `Water of ${name}`, monthly(1, 'sheet', { firstMonths: 1 }), {
    how: 'After a full charge: distilled or deionised water up to the mark, never acid. Write down how much: how often it is needed goes by it.',
    tools: 'distilled water, funnel, goggles, gloves',
    caution: ACID,
    doneBy: ['water'],
  }),
]

const gravity = (name: string): Task =>
  task('upkeep/gravity/battery', `Gravity of each cell of ${name}`, monthly(1, 'standard'), {
    how: 'Fully charged and rested, before water is added: each cell, and how warm the electrolyte is.',
    tools: 'hydrometer or refractometer, thermometer, goggles, gloves',
    caution: ACID,
    doneBy: ['gravity'],
  })

const equalise = (name: string): Task =>
  task('upkeep/equalise/battery', `Equalise ${name}`, monthly(3, 'sheet'), {
    how: 'By its sheet, where gravity stands apart by more than 0.025 or after three months: until gravity rises no more. Loads off that do not bear the volts.',
    tools: 'hydrometer, goggles, gloves',
    caution: `It gasses heavily: somebody stays by it. ${ACID}`,
  })

const restVolts = (name: string): Task =>
  task('upkeep/rest/battery', `Resting volts of each battery of ${name}`, monthly(6, 'habit'), {
    how: 'Nothing charged or drawn for some hours: volts of each battery. One that stands apart is tested by itself.',
    tools: 'meter',
    caution: SHORT,
    doneBy: ['rest'],
  })

const terminals = (name: string, months: number): Task =>
  task('upkeep/terminals/battery', `Terminals of ${name}`, monthly(months, 'sheet', { firstMonths: 1 }), {
    how: 'Bank switch open. Look for heat marks and corrosion, clean, tighten to the torque of the sheet, covers back on.',
    tools: 'insulated torque wrench, brush, meter',
    caution: SHORT,
  })

const fullCharge = (name: string): Task =>
  task('upkeep/full/battery', `Full charge of ${name}, held`, monthly(6, 'sheet'), {
    how: 'Charge to full and hold absorption until the current has fallen: the cells balance, and the monitor is set to 100 %. Monthly where it is never full by itself.',
    tools: 'none; generator where the sun does not do it',
    caution: 'Never below the temperature its sheet allows for charging.',
  })

const firmware = (name: string): Task =>
  task('upkeep/alarms/battery', `Alarms and firmware of ${name}`, monthly(12, 'habit'), {
    how: 'Read what its management has logged: alarms, highest and lowest cell, coldest and hottest. Bring its program up to date as its maker says.',
    tools: 'its maker’s program',
  })

const electrolyte = (name: string): Task =>
  task('upkeep/electrolyte/battery', `Electrolyte of ${name}`, monthly(120, 'sheet'), {
    how: 'Change it as its sheet says, by somebody who has done it before.',
    tools: 'as its sheet says',
    caution: 'Caustic: face shield, gloves, apron; water and boric acid to hand.',
  })

const vents = (): Task =>
  task('upkeep/vents/room', 'Vents and fan of the battery room', monthly(6, 'standard'), {
    how: 'Openings free of nests and leaves; the fan runs when it is charged. A match-head of smoke drawn out shows it: not while it charges.',
    tools: 'brush, torch',
    caution: 'Hydrogen gathers under the ceiling: no flame, no smoking.',
  })
