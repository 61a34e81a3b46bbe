import { everyString } from '../controller/link.ts'
import { LET_GO, setStrings } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'
import { about } from './strings.ts'

export const stringHotUnderBattery = defineCheck({
  id: 'string.hot-under-battery',
  link: 'controller',
  severity: 'fault',
  fires: 'Vmp when hot below the battery’s charging voltage plus start headroom, or below the tracking window',
  find(_job, design) {
    const { write } = design
    return everyString(design).flatMap(({ id, name, strings }): Found[] => {
      if (strings.hotV.value >= strings.neededV - 1e-9) return []
      const fewest = strings.minSeries.value
      return [
        {
          message: `${about(name)}A string of ${strings.panelsPerString} works at ${formatQuantity(strings.hotV.value, 'V', 1)} when hot (${write.quantity(strings.hottestCellC.value, '°C', 0)} cell); the controller needs ${formatQuantity(strings.neededV, 'V', 1)} to charge this bank.`,
          remedy: `At least ${fewest} in series.`,
          place: 'controller.panelsPerString',
          changes: [
            ...(fewest <= strings.maxSeries.value
              ? [setStrings({ id, name }, `${fewest} panels in a string`, { panelsPerString: fewest })]
              : []),
            LET_GO.controller,
          ],
        },
      ]
    })
  },
})
