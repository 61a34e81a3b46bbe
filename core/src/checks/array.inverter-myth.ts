import { LET_GO } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** How near array and inverter must lie to look alike, and how far the array from the need. Assumptions of Yard Lamp. */
const ALIKE = 0.06
const FAR_OFF = 0.4

export const arrayInverterMyth = defineCheck({
  id: 'array.inverter-myth',
  link: 'array',
  severity: 'advice',
  fires: 'array sized to the inverter’s watts while the energy need says otherwise',
  find(_job, { option, array: { arrayPowerW, requiredPowerW }, inverter: { item, quantity } }) {
    const { controller } = option
    const byHand = controller.stringsPerController !== null || controller.quantity !== null
    if (!byHand || !arrayPowerW || !requiredPowerW || !item) return []
    const inverterW = item.continuousW * quantity
    const like = Math.abs(arrayPowerW.value / inverterW - 1) <= ALIKE
    const off = Math.abs(arrayPowerW.value / requiredPowerW.value - 1) > FAR_OFF
    if (!like || !off) return []
    return [
      {
        message: `The array of ${formatQuantity(arrayPowerW.value, 'W')} is as large as the inverter; the energy asks for ${formatQuantity(Math.round(requiredPowerW.value), 'W')}. Watts of the inverter say what runs at once, not what a day uses.`,
        remedy: 'Size the array by the energy.',
        place: 'controller.stringsPerController',
        changes: [LET_GO.strings],
      },
    ]
  },
})
