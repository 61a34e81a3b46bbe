import { setCircuit } from '../edit/offers.ts'
import { formatQuantity, formatSize } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const protectTooLarge = defineCheck({
  id: 'protect.too-large',
  link: 'wiring',
  severity: 'danger',
  fires: 'device above the cable’s limit',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap(({ id, title, cable, device }): Found[] => {
      if (!cable || !device || device.ratingA.value <= cable.ampacityA.value + 1e-6) return []
      return [
        {
          message: `${title}: a ${formatQuantity(device.ratingA.value, 'A')} device on ${formatSize(cable.size)} that may carry ${formatQuantity(cable.ampacityA.value, 'A')} does not protect it.`,
          remedy: 'A smaller device, or a thicker cable.',
          place: `wiring.${id}.deviceRatingA`,
          changes: [setCircuit('Take the rating that protects it', id, { deviceRatingA: null, size: null })],
        },
      ]
    })
  },
})
