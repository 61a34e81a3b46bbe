import { sizeCable } from '../edit/offers.ts'
import { formatQuantity, formatSize } from '../units/format.ts'
import { type Circuit, type CircuitCable, leastTableA } from '../wiring/circuits.ts'
import { defineCheck, type Found } from './check.ts'

const EPSILON_A = 1e-6

export const wireAmpacity = defineCheck({
  id: 'wire.ampacity',
  link: 'wiring',
  severity: 'danger',
  fires:
    'cable limit below the circuit’s protective device or its current as laid, or its table and terminals below the current with the rule set’s factor',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap((circuit): Found[] => {
      const { id, title, cable } = circuit
      const why = cable && overloadOf(circuit, cable, wiring.rules.nextDeviceUp.value)
      if (!cable || !why) return []
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

/** What a cable must carry and does not; null where it carries all. Behind an isolator no device counts. */
function overloadOf(circuit: Circuit, cable: CircuitCable, nextUpA: number | null): string | null {
  const { currentA, device, factor, guardA } = circuit
  const withFactorA = factor.value * currentA.value
  if (leastTableA(cable) < withFactorA - EPSILON_A || cable.correctedA < currentA.value - EPSILON_A)
    return factor.value === 1
      ? `its current is ${formatQuantity(currentA.value, 'A')}`
      : `${factor.value} × its current is ${formatQuantity(withFactorA, 'A')}`
  if (guardA > cable.ampacityA.value + EPSILON_A) return `the device that protects it is ${formatQuantity(guardA, 'A')}`
  // Where the rule set lets the next standard device stand above the cable, protect.too-large knows how far.
  if (!device || nextUpA !== null || cable.ampacityA.value >= device.ratingA.value - EPSILON_A) return null
  return `its device is ${formatQuantity(device.ratingA.value, 'A')}`
}
