import { z } from 'zod'
import { defineMethod } from '../method/method.ts'
import { count, quantity, share } from '../method/quantity.ts'

export const mpptOutput = defineMethod({
  id: 'controller.mppt-output',
  title: 'What a tracking controller puts out',
  inputs: {
    arrayPowerW: quantity('P', 'array power on this controller', 'W', { min: 0 }),
    batteryVoltageV: quantity('V', 'battery voltage', 'V', { above: 0 }),
    ratedOutputA: quantity('I_n', 'rated output', 'A', { above: 0 }),
    efficiency: share('η', 'controller efficiency').default(1),
  },
  outputs: {
    outputCurrentA: quantity('I', 'current the array could give', 'A'),
    limitedCurrentA: quantity('I_lim', 'current it will give', 'A'),
    clips: z.boolean().meta({ label: 'clips' }),
    clippedW: quantity('P_clip', 'clipped at full sun', 'W'),
  },
  formula: [
    '{outputCurrentA} = {arrayPowerW} × {efficiency} ÷ {batteryVoltageV}',
    '{limitedCurrentA} = not above {ratedOutputA}',
    '{clippedW} = ({outputCurrentA} − {limitedCurrentA}) × {batteryVoltageV}',
  ],
  source: 'Power balance of the converter',
  notes: 'Clipping at full sun costs little over a year where the array is cool or flat; it is shown, not hidden.',
  compute({ arrayPowerW, batteryVoltageV, ratedOutputA, efficiency }) {
    const outputCurrentA = (arrayPowerW * efficiency) / batteryVoltageV
    const limitedCurrentA = Math.min(outputCurrentA, ratedOutputA)
    const clippedW = (outputCurrentA - limitedCurrentA) * batteryVoltageV
    return { outputCurrentA, limitedCurrentA, clips: outputCurrentA > ratedOutputA, clippedW }
  },
})

export const pwm = defineMethod({
  id: 'controller.pwm',
  title: 'Rating of a PWM controller',
  inputs: {
    iscA: quantity('I_sc', 'short-circuit current of a panel', 'A', { above: 0 }),
    parallel: count('n', 'strings in parallel', 1),
  },
  outputs: { minimumRatingA: quantity('I_min', 'smallest rating', 'A') },
  formula: ['{minimumRatingA} = 1.25 × {iscA} × {parallel}'],
  source: 'NFPA 70 (NEC) 2023, 690.8(A)(1)',
  notes: 'A PWM controller only suits an array whose nominal voltage is the battery’s.',
  compute: ({ iscA, parallel }) => ({ minimumRatingA: 1.25 * iscA * parallel }),
})

export const pwmOutput = defineMethod({
  id: 'controller.pwm-output',
  title: 'What a PWM controller puts out',
  inputs: {
    impA: quantity('I_mp', 'working current of a panel', 'A', { above: 0 }),
    iscA: quantity('I_sc', 'short-circuit current of a panel', 'A', { above: 0 }),
    parallel: count('n', 'strings in parallel', 1),
    ratedOutputA: quantity('I_n', 'rated output', 'A', { above: 0 }),
  },
  outputs: {
    outputCurrentA: quantity('I', 'current it gives at work', 'A'),
    maximumCurrentA: quantity('I_max', 'most it can give', 'A'),
    clips: z.boolean().meta({ label: 'clips' }),
  },
  formula: [
    '{outputCurrentA} = {impA} × {parallel}, not above {ratedOutputA}',
    '{maximumCurrentA} = {iscA} × {parallel}, not above {ratedOutputA}',
  ],
  source: 'Kirchhoff’s current law: a switch turns no volts into amps',
  notes:
    'A PWM controller passes the current of the panel and not its power: what the panel has above the battery’s volts is lost.',
  compute({ impA, iscA, parallel, ratedOutputA }) {
    return {
      outputCurrentA: Math.min(impA * parallel, ratedOutputA),
      maximumCurrentA: Math.min(iscA * parallel, ratedOutputA),
      clips: impA * parallel > ratedOutputA,
    }
  },
})

export const controllerMethods = [mpptOutput, pwm, pwmOutput]
