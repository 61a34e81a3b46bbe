import { itemName } from '../catalogue/schema.ts'
import { voltageClassV } from '../catalogue/voltage-class.ts'
import type { Change } from '../edit/edit.ts'
import { setOption } from '../edit/offers.ts'
import type { Unit } from '../plant/plant.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'
import { OF_INVERTER_VOLTAGE } from './inverter.voltage.ts'

export const unitVoltageClass = defineCheck({
  id: 'unit.voltage-class',
  link: 'wiring',
  severity: 'danger',
  fires:
    'a charger, an alternator charger on either side, a joining relay, a converter or a further controller on a bus of another voltage class',
  find(_job, { option, battery, plant }) {
    const systemV = battery.systemVoltageV.value
    return plant.units.flatMap((unit): Found[] => {
      const { item } = unit
      const name = item ? itemName(item) : unit.name
      if ((!item && unit.role !== 'relay') || OF_INVERTER_VOLTAGE(unit)) return []
      const classesV = unit.terminals.find(({ id }) => id === 'battery')?.classesV
      const found: Found[] = []
      if (classesV && !classesV.some((volts) => voltageClassV(volts) === systemV))
        found.push({
          message: `${name} is made for ${classesV.map((each) => formatQuantity(each, 'V')).join(', ')}; the bus it stands on is ${systemV} V.`,
          remedy:
            unit.role === 'relay'
              ? 'A relay joins batteries of one voltage only: a DC-DC charger brings the one to the other.'
              : `Choose one for ${systemV} V.`,
          ...placeOf(unit, option),
        })
      const vehicleV = option.backup.alternator && (option.backup.alternator.voltageV >= 20 ? 24 : 12)
      if (
        unit.role === 'engine-charger' &&
        item?.kind === 'charger' &&
        vehicleV &&
        item.source === 'alternator' &&
        item.inputV !== vehicleV
      )
        found.push({
          message: `${itemName(item)} takes ${formatQuantity(item.inputV, 'V')}; the engine’s side is ${vehicleV} V.`,
          remedy: `Choose one for ${vehicleV} V on the engine’s side.`,
          ...placeOf(unit, option),
        })
      return found
    })
  },
})

function placeOf(
  { role, arrayId }: Unit,
  { backup }: { readonly backup: { readonly alternator: object | null } },
): { readonly place: string; readonly changes: readonly Change[] } {
  if (role === 'relay' && backup.alternator)
    return {
      place: 'backup.alternator.byRelay',
      changes: [
        setOption('Take a charger in place of the relay', {
          part: 'backup',
          patch: { alternator: { ...backup.alternator, byRelay: false } as never },
        }),
      ],
    }
  if (arrayId !== null) return { place: `controller.further.${arrayId}.controllerId`, changes: [] }
  if (role === 'engine-charger' && backup.alternator)
    return {
      place: 'backup.alternator.chargerId',
      changes: [
        setOption('Let the design choose the charger', {
          part: 'backup',
          patch: { alternator: { ...backup.alternator, chargerId: null } as never },
        }),
      ],
    }
  return {
    place: 'backup.chargerId',
    changes: [
      setOption('Let the design choose the charger', {
        part: 'backup',
        patch: { chargerId: null, chargers: null, chargerSetA: null },
      }),
    ],
  }
}
