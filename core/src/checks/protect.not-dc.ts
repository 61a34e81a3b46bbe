import { itemName } from '../catalogue/schema.ts'
import { setCircuit } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const protectNotDc = defineCheck({
  id: 'protect.not-dc',
  link: 'wiring',
  severity: 'danger',
  fires: 'device without a DC rating at or above the circuit’s highest voltage',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap(({ id, title, ac, device, highestV }): Found[] => {
      if (ac || !device?.item || device.item.maxDcV >= highestV) return []
      const rated =
        device.item.maxDcV === 0
          ? 'is not rated for direct current'
          : `is rated for ${formatQuantity(device.item.maxDcV, 'V')} DC`
      return [
        {
          message: `${title}: ${itemName(device.item)} ${rated}; up to ${formatQuantity(highestV, 'V', 1)} DC can stand here. It would draw an arc that does not go out.`,
          remedy: 'A device rated for direct current at this voltage.',
          place: `wiring.${id}.deviceId`,
          changes: [setCircuit('Take a device for direct current', id, { deviceId: null })],
        },
      ]
    })
  },
})
