import { formatQuantity, formatSize } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

/** Continuous current is carried with a quarter to spare. Source: NEC 2023 210.19, 690.8(B). */
const CONTINUOUS_FACTOR = 1.25

export const wireAmpacity = defineCheck({
  id: 'wire.ampacity',
  link: 'wiring',
  severity: 'danger',
  fires: 'cable limit below the circuit’s protective device, or below 1.25 × its current',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap(({ id, title, cable, device, currentA }): Found[] => {
      if (!cable) return []
      const needA = Math.max(CONTINUOUS_FACTOR * currentA.value, device?.ratingA.value ?? 0)
      if (cable.ampacityA.value >= needA - 1e-6) return []
      const why =
        device && device.ratingA.value === needA
          ? `its device is ${formatQuantity(needA, 'A')}`
          : `1.25 × its current is ${formatQuantity(needA, 'A')}`
      return [
        {
          message: `${title}: ${formatSize(cable.size)} may carry ${formatQuantity(cable.ampacityA.value, 'A')} as laid, and ${why}. It can overheat before anything trips.`,
          remedy: 'A thicker cable, or let the design choose.',
          place: `wiring.${id}.size`,
          changes: [
            {
              label: 'Let the design size this cable',
              part: 'circuit',
              circuit: id,
              patch: { size: null, parallel: null },
            },
          ],
        },
      ]
    })
  },
})
