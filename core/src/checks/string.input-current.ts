import { everyString } from '../controller/link.ts'
import { formatQuantity } from '../units/format.ts'
import { LET_GO } from './change.ts'
import { defineCheck, type Found } from './check.ts'
import { about, changeStrings } from './strings.ts'

export const stringInputCurrent = defineCheck({
  id: 'string.input-current',
  link: 'controller',
  severity: 'danger',
  fires: '1.25 × Isc × strings above the controller’s input current limit',
  find(job, design) {
    return everyString(design).flatMap(({ name, panel, controller, strings }): Found[] => {
      if (strings.inputA.value <= controller.maxInputA + 1e-9) return []
      const most = Math.floor(controller.maxInputA / (1.25 * panel.iscA) + 1e-9) * controller.inputs
      return [
        {
          message: `${about(name)}1.25 × ${formatQuantity(panel.iscA, 'A')} × ${strings.stringsPerInput} strings is ${formatQuantity(strings.inputA.value, 'A')}; the controller’s input takes ${formatQuantity(controller.maxInputA, 'A')}.`,
          remedy: 'Fewer strings on each controller, more panels in each string, or another controller.',
          place: 'controller.stringsPerController',
          changes: [
            ...(most >= 1
              ? changeStrings(job, name, { stringsPerController: most }, `${most} strings on a controller`)
              : []),
            LET_GO.controller,
          ],
        },
      ]
    })
  },
})
