import type { LabourTask, Trade } from '../job/trade.ts'
import type { Plant } from '../plant/plant.ts'
import type { Circuit } from '../wiring/circuits.ts'
import { assumed, entered, type Known } from '../working/working.ts'

/** Hours of work by task, counted from what stands there. */

export interface Labour {
  readonly task: LabourTask
  readonly title: string
  readonly hours: Known
  /** How they were counted, in words. */
  readonly how: string
}

/** Hours a piece of work takes one person who does it often. Assumptions of Yard Lamp, to be put right by one's own. */
const HOURS = {
  visit: 4,
  mountStart: 3,
  framedPanel: 0.75,
  flexiblePanel: 0.5,
  boardStart: 2,
  unit: 0.5,
  run: 0.4,
  metre: 0.04,
  bankStart: 1.5,
  battery: 0.3,
  generator: 5,
  mains: 2,
  engine: 4,
  commission: 4,
  circuit: 0.15,
  handOver: 2,
} as const

/** Roles that a person hangs, opens and wires one by one. */
const HUNG = new Set([
  'combiner',
  'isolator',
  'controller',
  'bank-bars',
  'shunt',
  'monitor',
  'battery-switch',
  'bus',
  'inverter-bus',
  'inverter',
  'ac-coupled',
  'residual-current',
  'surge',
  'ac-board',
  'load-disconnect',
  'dc-board',
  'converter',
  'charger',
  'engine-charger',
  'relay',
])

export interface LabourBrief {
  readonly plant: Plant
  readonly circuits: readonly Circuit[]
}

const quarter = (hours: number): number => Math.ceil(hours * 4 - 1e-9) / 4

/** Every task that has anything to do; a person's hours stand in place of those counted. */
export function labourOf(systems: readonly LabourBrief[], own: Trade['hours']): Labour[] {
  const units = systems.flatMap(({ plant }) => plant.units)
  const circuits = systems.flatMap((each) => each.circuits).filter(({ cable }) => cable !== null)
  if (units.length === 0 || circuits.length === 0) return []
  const counted = (fits: (unit: Plant['units'][number]) => boolean) =>
    units.reduce((sum, unit) => sum + (fits(unit) ? unit.quantity : 0), 0)
  const isFlexible = ({ item }: Plant['units'][number]) => item?.kind === 'panel' && item.cells === 'flexible'
  const framed = counted((unit) => unit.role === 'panels' && !isFlexible(unit))
  const flexible = counted((unit) => unit.role === 'panels' && isFlexible(unit))
  const hung = counted(({ role }) => HUNG.has(role))
  const batteries = counted(({ role }) => role === 'battery')
  const runs = circuits.reduce((sum, { count }) => sum + count, 0)
  const metres = circuits.reduce((sum, { count, lengthM }) => sum + count * lengthM.value, 0)
  const has = (role: string) => units.some((unit) => unit.role === role)
  const sources = [
    ...(has('generator') ? ['a generator'] : []),
    ...(has('shore') ? ['mains or shore'] : []),
    ...(has('engine') ? ['an engine'] : []),
  ]
  const sourceHours =
    (has('generator') ? HOURS.generator : 0) + (has('shore') ? HOURS.mains : 0) + (has('engine') ? HOURS.engine : 0)
  const tasks: readonly (readonly [task: LabourTask, title: string, hours: number, how: string])[] = [
    ['visit', 'Visit, survey, papers', HOURS.visit, 'one visit and what is written after it'],
    [
      'mounting',
      'Panels and what holds them',
      framed + flexible > 0 ? HOURS.mountStart + framed * HOURS.framedPanel + flexible * HOURS.flexiblePanel : 0,
      `${framed + flexible} panels`,
    ],
    ['board', 'Board and what hangs on it', hung > 0 ? HOURS.boardStart + hung * HOURS.unit : 0, `${hung} pieces`],
    [
      'circuits',
      'Cables drawn and landed',
      runs * HOURS.run + metres * HOURS.metre,
      `${runs} runs, ${Math.round(metres)} m one way`,
    ],
    ['bank', 'Batteries', batteries > 0 ? HOURS.bankStart + batteries * HOURS.battery : 0, `${batteries} units`],
    ['backup', 'Backup joined', sourceHours, sources.join(', ')],
    [
      'commissioning',
      'Measured, set, switched on',
      HOURS.commission + runs * HOURS.circuit,
      `${runs} runs measured, settings, first charge`,
    ],
    ['hand-over', 'Handed over and explained', HOURS.handOver, 'papers, labels, the owner shown'],
  ]
  return tasks.flatMap(([task, title, hours, how]): Labour[] => {
    const said = own[task]
    if (said === undefined && hours <= 0) return []
    const known = said === undefined ? assumed(quarter(hours), `counted from ${how}`) : entered(said, title)
    return [{ task, title, hours: known, how }]
  })
}
