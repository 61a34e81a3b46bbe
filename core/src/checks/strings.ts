import { AC_COUPLED_ID } from '../array/ac-coupled.ts'
import { MAIN_ARRAY_ID } from '../controller/link.ts'
import type { StringsPatch } from '../edit/edit.ts'

/** Begins a message about a further array with its name. */
export const about = (name: string): string => (name === '' ? '' : `${name}: `)

/** Where the strings of an array are entered: of the main one, of a further one, or of the one on the AC side. */
export function stringsPlace(arrayId: string, field: keyof StringsPatch): string {
  if (arrayId === MAIN_ARRAY_ID) return `controller.${field}`
  if (arrayId === AC_COUPLED_ID)
    return `inverter.acCoupled.${field === 'panelsPerString' ? 'panelsPerString' : 'stringsPerInverter'}`
  return `controller.further.${arrayId}.${field}`
}
