import { voltageClassV } from '../battery/voltage-class.ts'
import { itemName } from '../catalogue/schema.ts'
import { formatQuantity } from '../units/format.ts'
import { LET_GO } from './change.ts'
import { defineCheck, type Found } from './check.ts'

export const inverterVoltage = defineCheck({
  id: 'inverter.voltage',
  link: 'inverter',
  severity: 'danger',
  fires: 'inverter or any unit not of the system’s voltage class',
  find(_job, { battery, inverter, controller }) {
    const systemV = battery.systemVoltageV.value
    const found: Found[] = []
    const bankV = battery.bank?.voltageV.value
    if (battery.item && bankV !== undefined && voltageClassV(bankV) !== systemV) {
      found.push({
        message: `The bank of ${itemName(battery.item)} stands at ${formatQuantity(bankV, 'V')}; the system is ${systemV} V.`,
        remedy: `Choose a unit whose voltage divides ${systemV} V.`,
        place: 'battery.itemId',
        changes: [LET_GO.battery],
      })
    }
    if (inverter.item && inverter.item.dcVoltageV !== systemV) {
      found.push({
        message: `${itemName(inverter.item)} is made for ${inverter.item.dcVoltageV} V; the system is ${systemV} V.`,
        remedy: `Choose an inverter for ${systemV} V.`,
        place: 'inverter.itemId',
        changes: [LET_GO.inverter],
      })
    }
    if (controller.item && !controller.item.batteryVoltagesV.some((volts) => volts === systemV)) {
      found.push({
        message: `${itemName(controller.item)} charges ${controller.item.batteryVoltagesV.join(', ')} V banks; the system is ${systemV} V.`,
        remedy: `Choose a controller for ${systemV} V.`,
        place: 'controller.itemId',
        changes: [LET_GO.controller],
      })
    }
    return found
  },
})
