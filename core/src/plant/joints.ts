import { everyString } from '../controller/link.ts'
import { branchJoints } from './boards.ts'
import { circuit, end, told } from './joint.ts'
import type { Joint, Unit } from './plant.ts'
import {
  type Chosen,
  combinerId,
  controllerIdOf,
  INVERTER_BUS_ID,
  isolatorId,
  isWithin,
  panelsId,
  surgeId,
} from './units.ts'

const BUS = end('bus', 'battery')

function arrayJoints(chosen: Chosen): Joint[] {
  return everyString(chosen).flatMap((each): Joint[] => {
    const { id, quantity, strings, controller } = each
    const joined = strings.stringsPerInput > 1
    const panels = end(panelsId(id), 'dc')
    const string = circuit(
      'string',
      'pv',
      {
        from: panels,
        to: end(combinerId(id), 'dc'),
        sources: ['from', 'to'],
        count: quantity * strings.stringsPerController,
      },
      each,
    )
    const array = circuit(
      'array',
      'pv',
      {
        from: joined ? end(combinerId(id), 'dc') : panels,
        to: end(controllerIdOf(each, chosen.inverter), 'array'),
        sources: ['from'],
        count: quantity * Math.min(controller.inputs, strings.stringsPerController),
        through: [isolatorId(id), ...(chosen.surged.includes(id) ? [surgeId(id)] : [])],
      },
      each,
    )
    return joined ? [string, array] : [array]
  })
}

/** Controllers to the bus bars; the one inside an all-in-one reaches the battery through the inverter's own leads. */
const controllerJoints = (chosen: Chosen): Joint[] =>
  everyString(chosen)
    .filter((each) => !isWithin(each, chosen.inverter) && each.acInverter === null)
    .map((each) =>
      circuit(
        'controller',
        'battery',
        {
          from: end(controllerIdOf(each, chosen.inverter), 'battery'),
          to: BUS,
          sources: ['from', 'to'],
          count: each.quantity,
        },
        each,
      ),
    )

function bankJoints({ battery: { bank }, inverter, monitored, hasDc, staged }: Chosen): Joint[] {
  if (!bank) return []
  const bars = end('bank-bars', 'battery')
  const battery = end('battery', 'battery')
  const several = bank.parallel.value > 1
  const board = end('dc-board', 'battery')
  return [
    ...(several
      ? [
          circuit('battery-string', 'battery', {
            from: battery,
            to: bars,
            sources: ['from', 'to'],
            count: bank.parallel.value,
          }),
        ]
      : []),
    circuit('battery-main', 'battery', {
      from: several ? bars : battery,
      to: BUS,
      sources: ['from', 'to'],
      through: ['battery-switch', ...(monitored ? ['shunt'] : [])],
    }),
    ...(bank.series.value > 1
      ? [
          circuit('battery-series', 'battery', {
            from: battery,
            to: battery,
            sources: ['from', 'to'],
            count: bank.parallel.value * (bank.series.value - 1),
          }),
        ]
      : []),
    ...(inverter.item && staged
      ? [circuit('bus-link', 'battery', { from: BUS, to: end(INVERTER_BUS_ID, 'battery'), sources: ['from', 'to'] })]
      : []),
    ...(inverter.item
      ? [
          circuit('inverter-dc', 'battery', {
            from: staged ? end(INVERTER_BUS_ID, 'battery') : BUS,
            to: end('inverter', 'battery'),
            sources: ['from'],
            count: inverter.quantity,
          }),
        ]
      : []),
    ...(monitored
      ? [circuit('sense', 'dc', { from: end('shunt', 'signal'), to: end('monitor', 'signal'), sources: ['from'] })]
      : []),
    ...(hasDc ? [circuit('dc-loads', 'dc', { from: BUS, to: board, sources: ['from'] })] : []),
  ]
}

function acJoints({ inverter }: Chosen, units: readonly Unit[]): Joint[] {
  if (!inverter.item) return []
  const board = end('ac-board', 'ac-in')
  return [
    circuit('inverter-ac', 'ac', {
      from: end('inverter', 'ac-out'),
      to: board,
      sources: ['from'],
      count: inverter.quantity,
      through: ['residual-current'],
    }),
    ...units
      .filter(({ role }) => role === 'ac-coupled')
      .map(({ quantity }) =>
        circuit('ac-coupled', 'ac', {
          from: end('ac-coupled', 'ac-out'),
          to: board,
          sources: ['from', 'to'],
          count: quantity,
        }),
      ),
  ]
}

function backupJoints({ backup: { charge, alternator, kind } }: Chosen): Joint[] {
  const joints: Joint[] = []
  if (charge) {
    joints.push(
      circuit('backup-ac', 'ac', {
        from: end(kind === 'mains' ? 'shore' : 'generator', 'ac-out'),
        to: end(charge.builtIn ? 'inverter' : 'charger', 'ac-in'),
        sources: ['from'],
      }),
    )
    if (!charge.builtIn)
      joints.push(
        circuit('charger', 'battery', {
          from: end('charger', 'battery'),
          to: BUS,
          sources: ['from', 'to'],
          count: charge.quantity,
        }),
      )
  }
  if (alternator?.charger) joints.push(...engineJoints('engine-charger', false))
  else if (alternator?.byRelay) joints.push(...engineJoints('relay', true))
  return joints
}

/** From the starter battery through charger or relay to the bus; a closed relay lets energy through either way. */
function engineJoints(unitId: 'engine-charger' | 'relay', bothWays: boolean): Joint[] {
  const title = bothWays
    ? { starter: 'Starter battery to joining relay', alternator: 'Joining relay to bus bars' }
    : null
  return [
    circuit('starter', 'dc', {
      from: end('engine', 'dc'),
      to: end(unitId, 'dc'),
      sources: bothWays ? ['from', 'to'] : ['from'],
      ...(title && { title: title.starter }),
    }),
    circuit('alternator', 'battery', {
      from: end(unitId, 'battery'),
      to: BUS,
      sources: ['from', 'to'],
      ...(title && { title: title.alternator }),
    }),
  ]
}

/** Protective conductors to the earth bar, and the electrode. */
function earthJoints(units: readonly Unit[], mobile: boolean): Joint[] {
  const bar = end('earth-bar', 'earth')
  const toBar = units
    .filter(({ terminals, role }) => terminals.some(({ id }) => id === 'earth') && !EARTHS.includes(role))
    .map(({ id, name }) =>
      told(`earth.${id}`, 'earth', 'earth', `Protective conductor, ${name}`, {
        from: end(id, 'earth'),
        to: bar,
        sources: [],
      }),
    )
  const has = (role: Unit['role']) => units.some((unit) => unit.role === role)
  return [
    ...toBar,
    ...(has('electrode')
      ? [
          told('electrode', 'electrode', 'earth', mobile ? 'Earth bar to body or hull' : 'Earth bar to electrode', {
            from: bar,
            to: end('electrode', 'earth'),
            sources: [],
          }),
        ]
      : []),
    ...(has('ac-board')
      ? [
          told(SYSTEM_BOND_ID, 'system-bond', 'earth', 'Neutral to earth, at one place', {
            from: end('ac-board', 'earth'),
            to: bar,
            sources: [],
          }),
        ]
      : []),
  ]
}
/** The one joint between neutral and earth on the side of the house. */
export const SYSTEM_BOND_ID = 'system-bond'
const EARTHS: readonly Unit['role'][] = ['earth-bar', 'electrode']

/** What joins the units: circuits in the order the energy flows, then what is told of earth and signal. Empty until a bank is known. */
export function makeJoints(chosen: Chosen, units: readonly Unit[]): Joint[] {
  if (!chosen.battery.bank) return []
  const has = { ac: chosen.inverter.item !== null, dc: chosen.hasDc }
  return [
    ...arrayJoints(chosen),
    ...controllerJoints(chosen),
    ...bankJoints(chosen),
    ...acJoints(chosen, units),
    ...backupJoints(chosen),
    ...branchJoints(chosen.branches, has),
    ...earthJoints(units, chosen.mobile),
  ]
}
