import { everyString } from '../controller/link.ts'
import { formatQuantity } from '../units/format.ts'
import { LET_GO } from './change.ts'
import { defineCheck, type Found } from './check.ts'
import { about, changeStrings } from './strings.ts'

export const stringColdOverLimit = defineCheck({
  id: 'string.cold-over-limit',
  link: 'controller',
  severity: 'danger',
  fires: 'Voc at the record low above the controller’s maximum (equal counts as above)',
  find(job, design) {
    const { site } = design
    return everyString(design).flatMap(({ name, panel, strings }): Found[] => {
      const limitV = Math.min(strings.maxInputV, panel.maxSystemV)
      if (strings.coldV.value < limitV - 1e-9) return []
      const at = site.recordLowC ? `at ${formatQuantity(site.recordLowC.value, '°C')}` : 'on the coldest morning taken'
      const most = Math.ceil(limitV / (strings.coldV.value / strings.panelsPerString) - 1e-9) - 1
      return [
        {
          message: `${about(name)}A string of ${strings.panelsPerString} stands at ${formatQuantity(strings.coldV.value, 'V', 1)} open-circuit ${at}; the limit is ${formatQuantity(limitV, 'V')}. The first cold bright morning destroys the controller.`,
          remedy:
            most >= 1
              ? `At most ${most} in series, or a controller for a higher voltage.`
              : 'A controller for a higher voltage.',
          place: 'controller.panelsPerString',
          changes: [
            ...(most >= Math.max(1, strings.minSeries.value)
              ? changeStrings(job, name, { panelsPerString: most }, `${most} panels in a string`)
              : []),
            LET_GO.controller,
          ],
        },
      ]
    })
  },
})
