import { voltageClassV } from '../catalogue/voltage-class.ts'
import { everyString, MAIN_ARRAY_ID } from '../controller/link.ts'
import { LET_GO } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'
import { about } from './strings.ts'

export const controllerPwmMismatch = defineCheck({
  id: 'controller.pwm-mismatch',
  link: 'controller',
  severity: 'fault',
  fires: 'PWM with an array whose nominal voltage is not the battery’s',
  find(_job, design) {
    const systemV = design.battery.systemVoltageV.value
    return everyString(design).flatMap(({ id, name, panel, controller, strings }): Found[] => {
      if (controller.technology !== 'pwm') return []
      const { panelsPerString } = strings
      const arrayV = panel.nominalV === null ? null : panel.nominalV * panelsPerString
      if (arrayV !== null && voltageClassV(arrayV) === voltageClassV(systemV)) return []
      const stands =
        arrayV === null
          ? 'is made for tracking controllers'
          : `makes an array of ${formatQuantity(arrayV, 'V')} nominal`
      return [
        {
          message: `${about(name)}A PWM controller puts the array straight on the ${systemV} V bank, but ${panelsPerString} × ${panel.model} ${stands}: most of its power is lost, or it never charges.`,
          remedy: `Panels of ${systemV} V nominal, or a tracking controller.`,
          place: id === MAIN_ARRAY_ID ? 'controller.itemId' : `controller.further.${id}.controllerId`,
          changes: id === MAIN_ARRAY_ID ? [LET_GO.controller] : [],
        },
      ]
    })
  },
})
