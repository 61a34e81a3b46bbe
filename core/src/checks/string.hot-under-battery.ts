import { everyString, type StrungArray } from '../controller/link.ts'
import { LET_GO, setStrings } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found, type Severity } from './check.ts'
import { about, stringsPlace } from './strings.ts'

/** A PWM string this far under absorption still charges, slowly. Source: common practice. */
const PWM_TOLERANCE = 0.05

export const stringHotUnderBattery = defineCheck({
  id: 'string.hot-under-battery',
  link: 'controller',
  severity: 'fault',
  fires:
    'tracking: Vmp when hot below absorption + 1 V or the tracking window, or Voc when hot below absorption + the start headroom; PWM: Vmp when hot below absorption (advice down to 5 % under it)',
  find(_job, design) {
    const { write } = design
    return everyString(design).flatMap((each): Found[] => {
      const { id, name, strings, controller } = each
      const short = shortOf(each)
      if (!short) return []
      const fewest = strings.minSeries.value
      const mends =
        controller.technology === 'mppt' && fewest <= strings.maxSeries.value && fewest > strings.panelsPerString
      return [
        {
          severity: short.severity,
          message: `${about(name)}A string of ${strings.panelsPerString} ${short.stands} when hot (${write.quantity(strings.hottestCellC.value, '°C', 0)} cell); the controller needs ${short.needs}.`,
          remedy:
            controller.technology === 'pwm'
              ? 'Panels of a higher voltage, or a tracking controller with a longer string.'
              : `At least ${fewest} in series.`,
          place: stringsPlace(id, 'panelsPerString'),
          changes: [
            ...(mends ? [setStrings({ id, name }, `${fewest} panels in a string`, { panelsPerString: fewest })] : []),
            LET_GO.controller,
          ],
        },
      ]
    })
  },
})

interface Short {
  readonly severity: Severity
  readonly stands: string
  readonly needs: string
}

function shortOf({ controller, strings }: StrungArray): Short | null {
  const { hotV, openHotV, neededV, toStartV } = strings
  const volts = (value: number) => formatQuantity(value, 'V', 1)
  const works = `works at ${volts(hotV.value)}`
  if (controller.technology === 'pwm') {
    if (hotV.value >= neededV - 1e-9) return null
    const little = hotV.value >= neededV * (1 - PWM_TOLERANCE) - 1e-9
    return {
      severity: little ? 'advice' : 'fault',
      stands: works,
      needs: `${volts(neededV)} to charge this bank in full`,
    }
  }
  if (hotV.value < neededV - 1e-9)
    return { severity: 'fault', stands: works, needs: `${volts(neededV)} to charge this bank` }
  if (openHotV.value < toStartV - 1e-9)
    return {
      severity: 'fault',
      stands: `stands at ${volts(openHotV.value)} open-circuit`,
      needs: `${volts(toStartV)} to start`,
    }
  return null
}
