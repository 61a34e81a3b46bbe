import { itemName } from '../catalogue/schema.ts'
import { voltageClassV } from '../catalogue/voltage-class.ts'
import type { Change } from '../edit/edit.ts'
import { LET_GO } from '../edit/offers.ts'
import type { Role, Unit } from '../plant/plant.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** What mends a unit of the wrong class, and where it is chosen. */
const MENDED_BY: Partial<Record<Role, { readonly place: string; readonly change: Change }>> = {
  battery: { place: 'battery.itemId', change: LET_GO.battery },
  inverter: { place: 'inverter.itemId', change: LET_GO.inverter },
  controller: { place: 'controller.itemId', change: LET_GO.controller },
}

/** Units this check speaks of; the others are unit.voltage-class. */
export const OF_INVERTER_VOLTAGE = ({ role, id }: Unit): boolean =>
  role === 'inverter' || role === 'battery' || id === 'controller.main'

export const inverterVoltage = defineCheck({
  id: 'inverter.voltage',
  link: 'inverter',
  severity: 'danger',
  fires: 'inverter, bank or the main array’s controller not of the system’s voltage class',
  find(_job, { battery, plant }) {
    const systemV = battery.systemVoltageV.value
    return plant.units.flatMap((unit): Found[] => {
      const classesV = unit.terminals.find(({ id }) => id === 'battery')?.classesV
      if (
        !unit.item ||
        !classesV ||
        !OF_INVERTER_VOLTAGE(unit) ||
        classesV.some((volts) => voltageClassV(volts) === systemV)
      )
        return []
      const mended = unit.arrayId === null || unit.id === 'controller.main' ? MENDED_BY[unit.role] : undefined
      return [
        {
          message: `${said(unit, classesV)}; the system is ${systemV} V.`,
          remedy: `Choose ${unit.role === 'battery' ? `a unit whose voltage divides ${systemV} V` : `one for ${systemV} V`}.`,
          place:
            mended?.place ??
            (unit.arrayId ? `controller.further.${unit.arrayId}.controllerId` : 'backup.alternator.chargerId'),
          changes: mended ? [mended.change] : [],
        },
      ]
    })
  },
})

function said({ role, item, name }: Unit, classesV: readonly number[]): string {
  const what = item ? itemName(item) : name
  const volts = classesV.map((each) => formatQuantity(each, 'V')).join(', ')
  if (role === 'battery') return `The bank of ${what} stands at ${volts}`
  return role === 'controller' ? `${what} charges banks of ${volts}` : `${what} is made for ${volts}`
}
