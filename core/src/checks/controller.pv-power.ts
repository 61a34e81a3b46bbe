import { mostPvPowerW } from '../array/string-window.ts'
import { itemName } from '../catalogue/schema.ts'
import { everyString, MAIN_ARRAY_ID } from '../controller/link.ts'
import { LET_GO } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'
import { about } from './strings.ts'

export const controllerPvPower = defineCheck({
  id: 'controller.pv-power',
  link: 'controller',
  severity: 'fault',
  fires: 'array above the sheet’s maximum PV power at that battery voltage',
  find(_job, design) {
    const systemV = design.battery.systemVoltageV.value
    return everyString(design).flatMap(({ id, name, panel, controller, strings }): Found[] => {
      const eachW = panel.powerW * strings.panelsPerString * strings.stringsPerController
      const mostW = mostPvPowerW(controller, systemV)
      if (eachW <= mostW + 1e-6) return []
      const changes = id === MAIN_ARRAY_ID ? [LET_GO.strings, LET_GO.controller] : []
      return [
        {
          message: `${about(name)}${formatQuantity(eachW, 'W')} of panels on ${itemName(controller)}; its sheet allows ${formatQuantity(mostW, 'W')} at ${systemV} V.`,
          remedy: 'Fewer strings on a controller, one more controller, or a larger one.',
          place: 'controller.stringsPerController',
          changes,
        },
      ]
    })
  },
})
