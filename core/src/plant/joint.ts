import { MAIN_ARRAY_ID, type StrungArray } from '../controller/link.ts'
import type { CircuitKind } from '../job/defaults.ts'
import type { End, Joint } from './plant.ts'

const CIRCUIT_TITLE: Readonly<Record<CircuitKind, string>> = {
  string: 'String to combiner',
  array: 'Array to controller',
  controller: 'Controller to bus bars',
  'battery-string': 'Battery string to bank terminals',
  'battery-main': 'Bank to bus bars',
  'bus-link': 'Link to the inverter bus bars',
  'inverter-dc': 'Bus bars to inverter',
  'dc-loads': 'Bus bars to DC board',
  'inverter-ac': 'Inverter to AC board',
  'backup-ac': 'Generator or mains to charger',
  charger: 'Charger to bus bars',
  starter: 'Starter battery to alternator charger',
  alternator: 'Alternator charger to bus bars',
  'ac-coupled': 'AC-coupled array to AC board',
  'dc-branch': 'DC board to loads',
  'ac-branch': 'AC board to loads',
  converted: 'Converter to loads',
  'battery-series': 'Series joins of the batteries',
  sense: 'Sense leads of the monitor',
}

/** Id of a circuit: its kind, and for a further array its id too. Job files keep choices under it. */
export const circuitId = (kind: CircuitKind, arrayId: string = MAIN_ARRAY_ID): string =>
  arrayId === MAIN_ARRAY_ID ? kind : `${kind}-${arrayId}`

export const end = (unitId: string, terminal: End['terminal']): End => ({ unitId, terminal })

type Said = Pick<Joint, 'from' | 'to' | 'sources'> & Partial<Pick<Joint, 'id' | 'title' | 'count' | 'through'>>

/** A joint that the wiring sizes. */
export const circuit = (kind: CircuitKind, carries: Joint['carries'], said: Said, array?: StrungArray): Joint => ({
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
export const told = (
  id: string,
  kind: Joint['kind'],
  carries: Joint['carries'],
  title: string,
  said: Omit<Said, 'id' | 'title'>,
): Joint => ({ id, kind, carries, title, count: 1, arrayId: null, through: [], ...said })
