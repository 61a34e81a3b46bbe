import { voltageClassV } from '../catalogue/voltage-class.ts'
import { LET_GO } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

export const controllerPwmMismatch = defineCheck({
  id: 'controller.pwm-mismatch',
  link: 'controller',
  severity: 'fault',
  fires: 'PWM with an array whose nominal voltage is not the battery’s',
  find(_job, { battery: { systemVoltageV }, array: { layout }, controller: { item } }) {
    if (!layout || item?.technology !== 'pwm') return []
    const { panel, panelsPerString } = layout
    const arrayV = panel.nominalV === null ? null : panel.nominalV * panelsPerString
    if (arrayV !== null && voltageClassV(arrayV) === voltageClassV(systemVoltageV.value)) return []
    const stands =
      arrayV === null ? 'is made for tracking controllers' : `makes an array of ${formatQuantity(arrayV, 'V')} nominal`
    return [
      {
        message: `A PWM controller puts the array straight on the ${systemVoltageV.value} V bank, but ${panelsPerString} × ${panel.model} ${stands}: most of its power is lost, or it never charges.`,
        remedy: `Panels of ${systemVoltageV.value} V nominal, or a tracking controller.`,
        place: 'controller.itemId',
        changes: [LET_GO.controller],
      },
    ]
  },
})
