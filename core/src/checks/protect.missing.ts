import { setCircuit } from '../edit/offers.ts'
import { defineCheck, type Found } from './check.ts'

export const protectMissing = defineCheck({
  id: 'protect.missing',
  link: 'wiring',
  severity: 'danger',
  fires: 'a source or battery lead without overcurrent protection at the battery end',
  find(_job, { wiring }) {
    // Strings have their own check, string.fuse-missing.
    return wiring.circuits.flatMap(({ id, kind, title, cable, device, mustProtect }): Found[] =>
      mustProtect && cable && !device && kind !== 'string'
        ? [
            {
              message: `${title}: no fuse or breaker at its source. A fault here burns the cable.`,
              remedy: 'Put a device at the end the energy comes from.',
              place: `wiring.${id}.deviceId`,
              changes: [setCircuit('Put a device in', id, { deviceId: null })],
            },
          ]
        : [],
    )
  },
})
