import { sizeCable } from '../edit/offers.ts'
import { formatQuantity, formatSize } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const wireAmpacity = defineCheck({
  id: 'wire.ampacity',
  link: 'wiring',
  severity: 'danger',
  fires: 'cable limit below the circuit’s protective device, or below its current with the rule set’s factor',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap(({ id, use, title, cable, device, currentA }): Found[] => {
      if (!cable) return []
      // Behind an isolator the conductor carries the most the array gives, with the rule set's own factor for it.
      const factor =
        use === 'pv' && !device ? wiring.rules.pvConductorFactor.value : wiring.rules.continuousFactor.value
      const needA = Math.max(factor * currentA.value, device?.ratingA.value ?? 0)
      if (cable.ampacityA.value >= needA - 1e-6) return []
      const why =
        device && device.ratingA.value === needA
          ? `its device is ${formatQuantity(needA, 'A')}`
          : `${factor} × its current is ${formatQuantity(needA, 'A')}`
      return [
        {
          message: `${title}: ${formatSize(cable.size)} may carry ${formatQuantity(cable.ampacityA.value, 'A')} as laid, and ${why}. It can overheat before anything trips.`,
          remedy: 'A thicker cable, or let the design choose.',
          place: `wiring.${id}.size`,
          changes: [sizeCable(id)],
        },
      ]
    })
  },
})
