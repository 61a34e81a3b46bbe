import { everyString } from '../controller/link.ts'
import { LET_GO, setStrings } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'
import { about, stringsPlace } from './strings.ts'

export const controllerInputPower = defineCheck({
  id: 'controller.input-power',
  link: 'controller',
  severity: 'fault',
  fires: 'PV watts on one input above the sheet’s limit of a single input: any array',
  find(_job, design) {
    return everyString(design).flatMap(({ id, name, panel, controller, strings }): Found[] => {
      const mostW = controller.maxInputPowerW
      const inputW = strings.stringsPerInput * strings.panelsPerString * panel.powerW
      if (mostW === null || inputW <= mostW + 1e-6) return []
      const most = Math.floor(mostW / (strings.panelsPerString * panel.powerW)) * controller.inputs
      return [
        {
          message: `${about(name)}${formatQuantity(inputW, 'W')} of panels on one input; its sheet allows ${formatQuantity(mostW, 'W')} on each.`,
          remedy: 'The strings shared out over the inputs, fewer of them, or another controller.',
          place: stringsPlace(id, 'stringsPerController'),
          changes: [
            ...(most >= 1
              ? [setStrings({ id, name }, `${most} strings on a controller`, { stringsPerController: most })]
              : []),
            LET_GO.controller,
          ],
        },
      ]
    })
  },
})
