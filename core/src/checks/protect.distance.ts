import { setCircuit } from '../edit/offers.ts'
import { defineCheck, type Found } from './check.ts'

export const protectDistance = defineCheck({
  id: 'protect.distance',
  link: 'wiring',
  severity: 'advice',
  fires:
    'first device farther from a battery post than the rule set wants: 18 cm in boats and vehicles, a metre in buildings',
  find(job, { wiring, write }) {
    const most = wiring.rules.deviceToBatteryM(job.site)
    return wiring.circuits.flatMap(({ id, title, device, deviceAtM }): Found[] => {
      if (!device || deviceAtM === null || deviceAtM <= most.value + 1e-9) return []
      return [
        {
          message: `${title}: the first device stands ${write.quantity(deviceAtM, 'm')} from the battery post; ${write.quantity(most.value, 'm')} is wanted. Until there nothing protects the cable.`,
          remedy: 'The device at the post, or the lead up to it in a sheath, short-circuit-proof.',
          place: `wiring.${id}.deviceAtM`,
          changes: [setCircuit('Put it at the post', id, { deviceAtM: 0 })],
        },
      ]
    })
  },
})
