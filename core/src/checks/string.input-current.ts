import { everyString } from '../controller/link.ts'
import { LET_GO, setStrings } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'
import { about, stringsPlace } from './strings.ts'

export const stringInputCurrent = defineCheck({
  id: 'string.input-current',
  link: 'controller',
  severity: 'danger',
  fires: '1.25 × Isc × strings above the controller’s input current limit',
  find(_job, design) {
    return everyString(design).flatMap(({ id, name, panel, controller, strings }): Found[] => {
      if (strings.inputA.value <= controller.maxInputA + 1e-9) return []
      const most = Math.floor(controller.maxInputA / (1.25 * panel.iscA) + 1e-9) * controller.inputs
      return [
        {
          message: `${about(name)}1.25 × ${formatQuantity(panel.iscA, 'A')} × ${strings.stringsPerInput} strings is ${formatQuantity(strings.inputA.value, 'A')}; the controller’s input takes ${formatQuantity(controller.maxInputA, 'A')}.`,
          remedy: 'Fewer strings on each controller, more panels in each string, or another controller.',
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
