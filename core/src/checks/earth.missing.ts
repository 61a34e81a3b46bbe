import { setBond, setOption } from '../edit/offers.ts'
import { conductorOf } from '../tables/conductor.ts'
import { defineCheck, type Found } from './check.ts'

export const earthMissing = defineCheck({
  id: 'earth.missing',
  link: 'wiring',
  severity: 'danger',
  fires:
    'a protective conductor, the bond of panel frames or the electrode left out, or thinner than the rule set asks; more or fewer than one joint of neutral and earth',
  find(_job, { wiring: { bonds }, option: { wiring }, write }) {
    const found = bonds.flatMap(({ id, title, what, size, least, leftOut }): Found[] => {
      if (leftOut)
        return [
          {
            message: `${title}: left out. ${WITHOUT[what]}`,
            remedy: 'Put it in; a licensed electrician confirms how.',
            place: `wiring.bonds.${id}.size`,
            changes: [setBond('Put it in', id, { leftOut: false })],
          },
        ]
      if (conductorOf(size.value).areaMm2 >= conductorOf(least.value).areaMm2 - 1e-9) return []
      return [
        {
          message: `${title}: ${write.size(size.value)}; at least ${write.size(least.value)} is asked (${least.source}).`,
          remedy: 'A thicker conductor.',
          place: `wiring.bonds.${id}.size`,
          changes: [setBond('Take the size that is asked', id, { size: null })],
        },
      ]
    })
    const { neutralBonds } = wiring
    if (neutralBonds === null || neutralBonds === 1 || !bonds.some(({ what }) => what === 'neutral')) return found
    return [
      ...found,
      {
        message:
          neutralBonds === 0
            ? 'Neutral and earth are joined nowhere: a fault to a case trips nothing.'
            : `Neutral and earth are joined at ${neutralBonds} places: current runs in the earth wires, and a residual-current device trips or is blind.`,
        remedy: 'Exactly one joint of neutral and earth at any moment; a licensed electrician confirms where.',
        place: 'wiring.neutralBonds',
        changes: [setOption('One, as it is drawn', { part: 'wiring', patch: { neutralBonds: null } })],
      },
    ]
  },
})

const WITHOUT = {
  protective: 'A fault leaves its case live, and nothing trips.',
  frames: 'A chafed lead leaves frames and rails live at the array’s full voltage.',
  electrode: 'Metal of the house and the ground stand at different voltages in a storm or a fault.',
  neutral: 'Neutral and earth are then joined nowhere: a fault to a case trips nothing.',
} as const
