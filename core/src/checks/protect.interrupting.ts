import { setCircuit } from '../edit/offers.ts'
import { formatQuantity } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const protectInterrupting = defineCheck({
  id: 'protect.interrupting',
  link: 'wiring',
  severity: 'danger',
  fires: 'interrupting rating below the short-circuit current at the device, leads before it counted',
  find(_job, { wiring }) {
    return wiring.circuits.flatMap(({ id, title, device, shortA }): Found[] => {
      // A breaker that is built in is answered for by its unit's sheet.
      if (!device?.item || device.item.interruptingA >= shortA.value - 1e-6) return []
      return [
        {
          message: `${title}: ${device.item.model} breaks ${kiloamperes(device.item.interruptingA)}; a short there is driven with ${kiloamperes(shortA.value)}. It can burst or weld shut.`,
          remedy: 'A device of a higher interrupting rating, or one behind a current-limiting fuse its maker names.',
          place: `wiring.${id}.deviceId`,
          changes: [setCircuit('Take a device that breaks it', id, { deviceId: null, deviceRatingA: null })],
        },
      ]
    })
  },
})

const kiloamperes = (amps: number): string => formatQuantity(amps / 1000, 'kA', 1)
