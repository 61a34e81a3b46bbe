import { everyString, MAIN_ARRAY_ID, type StrungArray } from '../controller/link.ts'
import type { CircuitKind } from '../job/defaults.ts'
import type { End, Joint, Unit } from './plant.ts'
import { type Chosen, combinerId, controllerIdOf, isolatorId, isWithin, panelsId } from './units.ts'

const CIRCUIT_TITLE: Readonly<Record<CircuitKind, string>> = {
  string: 'String to combiner',
  array: 'Array to controller',
  controller: 'Controller to bus bars',
  'battery-string': 'Battery string to bank terminals',
  'battery-main': 'Bank to bus bars',
  'inverter-dc': 'Bus bars to inverter',
  'dc-loads': 'Bus bars to DC board',
  'inverter-ac': 'Inverter to AC board',
  'backup-ac': 'Generator or mains to charger',
  charger: 'Charger to bus bars',
  starter: 'Starter battery to alternator charger',
  alternator: 'Alternator charger to bus bars',
  'ac-coupled': 'AC-coupled array to AC board',
}

/** Id of a circuit: its kind, and for a further array its id too. Job files keep choices under it. */
export const circuitId = (kind: CircuitKind, arrayId: string = MAIN_ARRAY_ID): string =>
  arrayId === MAIN_ARRAY_ID ? kind : `${kind}-${arrayId}`

const end = (unitId: string, terminal: End['terminal']): End => ({ unitId, terminal })
const BUS = end('bus', 'battery')

type Said = Pick<Joint, 'from' | 'to' | 'sources'> & Partial<Pick<Joint, 'count' | 'through'>>

/** A joint that the wiring sizes. */
const circuit = (kind: CircuitKind, carries: Joint['carries'], said: Said, array?: StrungArray): Joint => ({
  id: circuitId(kind, array?.id),
  kind,
  carries,
  title: array && array.name !== '' ? `${CIRCUIT_TITLE[kind]}, ${array.name}` : CIRCUIT_TITLE[kind],
  count: 1,
  through: [],
  ...said,
  arrayId: array?.id ?? null,
})

/** A joint that is told, not sized. */
const told = (id: string, kind: Joint['kind'], carries: Joint['carries'], title: string, said: Said): Joint => ({
  id,
  kind,
  carries,
  title,
  count: 1,
  arrayId: null,
  through: [],
  ...said,
})

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
        through: [isolatorId(id)],
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

function bankJoints({ battery: { bank }, inverter, monitored, hasDc, converted }: Chosen): Joint[] {
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
      through: monitored ? ['shunt'] : [],
    }),
    ...(inverter.item
      ? [
          circuit('inverter-dc', 'battery', {
            from: BUS,
            to: end('inverter', 'battery'),
            sources: ['from'],
            count: inverter.quantity,
          }),
        ]
      : []),
    ...(hasDc ? [circuit('dc-loads', 'dc', { from: BUS, to: board, sources: ['from'] })] : []),
    ...converted.map(({ id, name }) =>
      told(`converter.${id}`, 'converter', 'dc', `DC board to converter, ${name}`, {
        from: end('dc-board', 'dc'),
        to: end(`converter.${id}`, 'battery'),
        sources: ['from'],
      }),
    ),
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
  if (alternator?.charger) {
    joints.push(
      circuit('starter', 'dc', {
        from: end('engine', 'dc'),
        to: end('engine-charger', 'dc'),
        sources: ['from'],
      }),
      circuit('alternator', 'battery', {
        from: end('engine-charger', 'battery'),
        to: BUS,
        sources: ['from', 'to'],
      }),
    )
  }
  return joints
}

/** Protective conductors to the earth bar, the electrode, and the sense leads of the monitor. */
function earthJoints(units: readonly Unit[]): Joint[] {
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
          told('electrode', 'electrode', 'earth', 'Earth bar to electrode', {
            from: bar,
            to: end('electrode', 'earth'),
            sources: [],
          }),
        ]
      : []),
    ...(has('shunt')
      ? [
          told('shunt', 'signal', 'signal', 'Sense leads of the monitor', {
            from: end('shunt', 'signal'),
            to: end('monitor', 'signal'),
            sources: ['from'],
          }),
        ]
      : []),
  ]
}
const EARTHS: readonly Unit['role'][] = ['earth-bar', 'electrode']

/** What joins the units: circuits in the order the energy flows, then what is told of earth and signal. Empty until a bank is known. */
export function makeJoints(chosen: Chosen, units: readonly Unit[]): Joint[] {
  if (!chosen.battery.bank) return []
  return [
    ...arrayJoints(chosen),
    ...controllerJoints(chosen),
    ...bankJoints(chosen),
    ...acJoints(chosen, units),
    ...backupJoints(chosen),
    ...earthJoints(units),
  ]
}
