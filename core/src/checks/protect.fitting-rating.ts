import { itemName } from '../catalogue/schema.ts'
import { setFitting } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { bears } from '../wiring/fittings.ts'
import { defineCheck, type Found } from './check.ts'

export const protectFittingRating = defineCheck({
  id: 'protect.fitting-rating',
  link: 'wiring',
  severity: 'danger',
  fires:
    'a switch, shunt, bar, board or converter chosen that is of another kind, or for less current or another voltage than its place has',
  find(_job, { wiring: { fittings } }) {
    return fittings.flatMap(({ unitId, name, item, need }): Found[] => {
      if (!item || bears(item, need)) return []
      const given =
        item.kind === 'converter'
          ? `makes ${formatQuantity(item.outputV, 'V')} of ${formatQuantity(item.inputV, 'V')}`
          : `bears ${formatQuantity(item.currentA, 'A')} and ${formatQuantity(need.ac ? item.maxAcV : item.maxDcV, 'V')} ${need.ac ? 'AC' : 'DC'}`
      const asked = need.converts
        ? `${formatQuantity(need.converts.toV, 'V')} of ${formatQuantity(need.converts.fromV, 'V')} are wanted`
        : `${formatQuantity(need.currentA, 'A', 1)} and ${formatQuantity(need.highestV, 'V', 1)} can stand here`
      return [
        {
          message: `${name}: ${itemName(item)} ${given}; ${asked}.`,
          remedy: 'One rated for what its circuit brings.',
          place: `wiring.fittings.${unitId}`,
          changes: [setFitting('Let the design choose it', unitId, null)],
        },
      ]
    })
  },
})
