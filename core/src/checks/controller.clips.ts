import { arrayYear, clippedInYear } from '../after/array-year.ts'
import type { Design } from '../chain/design.ts'
import { everyString, MAIN_ARRAY_ID } from '../controller/link.ts'
import { LET_GO, setOption } from '../edit/offers.ts'
import { formatPercent, formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'
import { about, stringsPlace } from './strings.ts'

/** Share of a year's yield above which clipping is a fault. Source: common practice. */
const FAULT_SHARE = 0.25
/** Below this share of a year nothing is lost that is worth a word: a few clear noons. Assumption of Yard Lamp. */
const LEAST_SAID = 0.02

export const controllerClips = defineCheck({
  id: 'controller.clips',
  link: 'controller',
  severity: 'advice',
  readsYear: true,
  fires: 'array power above output rating × battery voltage: kWh lost in a mean year. Fault over 25 % of the year',
  find(_job, design) {
    const clipping = everyString(design).filter(({ strings }) => strings.clippedW.value > 1e-6)
    if (clipping.length === 0) return []
    const lost = lostIn(design)
    return clipping.flatMap(({ id, name, quantity, panel, strings }): Found[] => {
      const own = lost.find((each) => each.id === id)
      const share = own && own.possibleKwh > 0 ? own.clippedKwh / own.possibleKwh : null
      if (share !== null && share < LEAST_SAID) return []
      const overW = strings.clippedW.value * quantity
      const arrayW = panel.powerW * strings.panelsPerString * strings.stringsPerController * quantity
      const loss =
        own && share !== null
          ? `in a year ${formatQuantity(Math.max(1, Math.round(own.clippedKwh)), 'kWh')} are lost, ${formatPercent(share, share < 0.1 ? 1 : 0)}`
          : 'how much of a year that is, site and sun will say'
      return [
        {
          severity: share !== null && share > FAULT_SHARE ? 'fault' : 'advice',
          message: `${about(name)}At full sun ${formatQuantity(overW, 'W')} (${formatPercent(overW / arrayW, 0)} of the array) are above what the controller puts out at battery voltage: ${loss}.`,
          remedy: 'A larger controller, one more controller, or fewer panels.',
          place: id === MAIN_ARRAY_ID ? 'controller.itemId' : stringsPlace(id, 'stringsPerController'),
          changes:
            id === MAIN_ARRAY_ID
              ? [
                  setOption('One more controller', {
                    part: 'controller',
                    patch: { quantity: quantity + 1, stringsPerController: null },
                  }),
                  LET_GO.controller,
                ]
              : [],
        },
      ]
    })
  },
})

interface Lost {
  readonly id: string
  readonly clippedKwh: number
  readonly possibleKwh: number
}

/** What a year clips: that of the design's own years where there is one array; by array, or before they are worked, of a typical year. */
function lostIn(design: Design): readonly Lost[] {
  const { year } = design
  const onControllers = everyString(design).filter(({ acInverter }) => acInverter === null)
  const [only] = onControllers
  if (year && only && onControllers.length === 1) {
    const { clippedWh, pvWh } = year.clipping
    return [{ id: only.id, clippedKwh: clippedWh / 1000, possibleKwh: pvWh / 1000 }]
  }
  const typical = arrayYear(design)
  return typical ? clippedInYear(design, typical).byArray : []
}
