import { itemName } from '../catalogue/schema.ts'
import { setOption } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const batteryHeaterShort = defineCheck({
  id: 'battery.heater-short',
  link: 'battery',
  severity: 'danger',
  fires: 'charging relies on a heated box whose heater cannot hold its set point at the record low',
  find(job, { option, loads: { heating }, battery: { bank, item }, site, write }) {
    if (!job.batteryHeating || !heating || !bank || !item || option.battery.coldProtected) return []
    const relied = site.batteryRoomLowC.value < item.chargeMinC
    if (!relied || heating.heldC.value >= heating.setPointC.value - 0.05) return []
    const neededW = Math.ceil(heating.neededW.value)
    return [
      {
        message: `The heater of ${formatQuantity(heating.heaterW.value, 'W')} holds the box at ${write.quantity(heating.heldC.value, '°C', 1)} on the coldest day, not at its ${write.quantity(heating.setPointC.value, '°C')}; ${itemName(item)} is charged from ${write.quantity(item.chargeMinC, '°C')}.`,
        remedy: `A heater of ${formatQuantity(neededW, 'W')}, a tighter box, or charging locked out in the cold.`,
        place: 'battery.heating.heaterW',
        changes: [
          {
            label: `A heater of ${formatQuantity(neededW, 'W')}`,
            edits: [{ act: 'set-job', patch: { batteryHeating: { ...job.batteryHeating, heaterW: neededW } } }],
          },
          setOption('Charging is locked out in the cold', { part: 'battery', patch: { coldProtected: true } }),
        ],
      },
    ]
  },
})
