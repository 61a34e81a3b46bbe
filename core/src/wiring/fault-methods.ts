import { z } from 'zod'
import { RULE_SET_IDS } from '../job/schema.ts'
import { defineMethod } from '../method/method.ts'
import { choice, quantity } from '../method/quantity.ts'
import { RULE_SETS } from '../rules/rules.ts'
import { CONDUCTOR_SIZES, conductorOf } from '../tables/conductor.ts'

/** What a conductor bears in a fault, and the one that carries it to earth. */

const size = (label: string) =>
  z
    .string({ error: () => 'a size such as 10 AWG or 6 mm2' })
    .refine((each) => CONDUCTOR_SIZES.includes(each), { error: () => 'a size of the tables, such as 10 AWG or 6 mm2' })
    .meta({ label })

export const adiabatic = defineMethod({
  id: 'wire.adiabatic',
  title: 'Smallest conductor that bears a short circuit',
  inputs: {
    prospectiveCurrentA: quantity('I_k', 'prospective short-circuit current', 'A', { min: 0 }),
    seconds: quantity('t', 'time until the device opens', 's', { above: 0, max: 5 }),
    k: quantity('k', 'heat the insulation bears: 115 PVC, 143 XLPE, copper', 'A√s/mm²', { above: 0, max: 300 }).default(
      115,
    ),
  },
  outputs: { minimumAreaMm2: quantity('S_min', 'smallest conductor', 'mm²') },
  formula: ['{minimumAreaMm2} = √({prospectiveCurrentA}² × {seconds}) ÷ {k}'],
  source: 'IEC 60364-4-43, 434.5.2; for up to 5 s',
  notes:
    'All heat stays in the copper for so short a time. A fuse that limits the current lets less through than this.',
  compute: ({ prospectiveCurrentA, seconds, k }) => ({
    minimumAreaMm2: Math.sqrt(prospectiveCurrentA ** 2 * seconds) / k,
  }),
})

export const protectiveConductor = defineMethod({
  id: 'earth.protective-conductor',
  title: 'Protective conductor of a circuit',
  inputs: {
    ruleSet: choice(RULE_SET_IDS),
    deviceRatingA: quantity('I_n', 'device of the circuit', 'A', { above: 0 }),
    phaseSize: size('phase conductor'),
    requiredPhaseSize: size('phase conductor that was required').optional(),
  },
  outputs: {
    size: z.string().meta({ label: 'protective conductor' }),
    areaMm2: quantity('S_pe', 'protective conductor', 'mm²'),
  },
  formula: [
    'IEC: {phaseSize} up to 16 mm², 16 mm² up to 35 mm², then half of it; next size up',
    'North American: by {deviceRatingA}, grown as the phase was beyond {requiredPhaseSize}, never thicker than the phase; next size up',
  ],
  source: 'IEC 60364-5-54:2011, Table 54.2; NEC 2023 Table 250.122 and 250.122(B)',
  notes: 'One for each circuit, run with it.',
  compute({ ruleSet, deviceRatingA, phaseSize, requiredPhaseSize }) {
    const { value } = RULE_SETS[ruleSet].protectiveConductor(deviceRatingA, phaseSize, requiredPhaseSize ?? phaseSize)
    return { size: value, areaMm2: conductorOf(value).areaMm2 }
  },
})

export const faultMethods = [adiabatic, protectiveConductor]
