import { everyString } from '../controller/link.ts'
import { LET_GO, setStrings } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'
import { about, stringsPlace } from './strings.ts'

export const stringColdOverLimit = defineCheck({
  id: 'string.cold-over-limit',
  link: 'controller',
  severity: 'danger',
  fires: 'Voc at the record low above the controller’s maximum (equal counts as above)',
  find(_job, design) {
    const { site, write } = design
    return everyString(design).flatMap(({ id, name, panel, strings }): Found[] => {
      const limitV = Math.min(strings.maxInputV, panel.maxSystemV)
      if (strings.coldV.value < limitV - 1e-9) return []
      const at = site.recordLowC ? `at ${write.quantity(site.recordLowC.value, '°C')}` : 'on the coldest morning taken'
      const most = Math.ceil(limitV / (strings.coldV.value / strings.panelsPerString) - 1e-9) - 1
      return [
        {
          message: `${about(name)}A string of ${strings.panelsPerString} stands at ${formatQuantity(strings.coldV.value, 'V', 1)} open-circuit ${at}; the limit is ${formatQuantity(limitV, 'V')}. The first cold bright morning destroys the controller.`,
          remedy:
            most >= 1
              ? `At most ${most} in series, or a controller for a higher voltage.`
              : 'A controller for a higher voltage.',
          place: stringsPlace(id, 'panelsPerString'),
          changes: [
            ...(most >= Math.max(1, strings.minSeries.value)
              ? [setStrings({ id, name }, `${most} panels in a string`, { panelsPerString: most })]
              : []),
            LET_GO.controller,
          ],
        },
      ]
    })
  },
})
