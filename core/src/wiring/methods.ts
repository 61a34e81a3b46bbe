import { z } from 'zod'
import { InputError, outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { choice, count, quantity } from '../method/quantity.ts'
import { type AmpacityInput, ampacityOf, limitsOf, mostDeviceA, sizesOf } from '../rules/ampacity.ts'
import { conductorOf, resistanceOhmPerKm } from '../tables/conductor.ts'
import { INSTALLATIONS } from '../tables/installations.ts'
import { DEVICE_SERIES, nextRatingA, STANDARD_RATINGS_A } from '../tables/standard-ratings.ts'

const current = quantity('I', 'current', 'A', { min: 0 })
const length = quantity('L', 'length one way', 'm', { min: 0 })
const voltage = quantity('V', 'voltage of the circuit', 'V', { above: 0 })
const size = z.string({ error: () => 'a size such as 10 AWG or 6 mm2' }).meta({ label: 'conductor size' })
const conductorC = quantity('T_c', 'conductor temperature', '°C', { min: -60, max: 150 }).default(75)
const placing = {
  ambientC: quantity('T', 'air around the cable', '°C', { min: -60, max: 105 }).default(30),
  terminalC: z
    .union([z.literal(60), z.literal(75)], { error: () => '60 or 75 °C' })
    .default(75)
    .meta({ label: 'terminal rating, °C' }),
  currentCarrying: count('n', 'current-carrying conductors together', 1).default(2),
  circuits: count('n_c', 'circuits side by side', 1).default(1),
}
const safetyFactor = quantity('k', 'factor for continuous current', '', { min: 1 }).default(1.25)

export const voltageDrop = defineMethod({
  id: 'wire.voltage-drop',
  title: 'Voltage lost along a run',
  inputs: {
    currentA: current,
    lengthM: length,
    size,
    voltageV: voltage,
    parallel: count('n', 'conductors in parallel', 1).default(1),
    conductorC,
    phases: choice(['two-wire', 'three-phase']).default('two-wire'),
  },
  outputs: {
    resistanceOhm: quantity('R', 'resistance of the run', 'Ω'),
    dropV: quantity('ΔU', 'voltage lost', 'V'),
    dropFraction: quantity('ΔU/V', 'share of the voltage lost', ''),
    lossW: quantity('P_l', 'power lost', 'W'),
  },
  formula: [
    '{resistanceOhm} = 2 × {lengthM} × r({size}, {conductorC}) ÷ {parallel}   (√3 instead of 2 for three-phase)',
    '{dropV} = {resistanceOhm} × {currentA}',
    '{dropFraction} = {dropV} ÷ {voltageV}',
  ],
  source: 'Ohm’s law; resistances of NEC Chapter 9 Table 8 and IEC 60228; 0.00393/°C from 20 °C',
  notes: 'Copper; joints and terminals left out.',
  compute(input) {
    const ohmPerM = resistanceOhmPerKm(conductorOf(input.size), input.conductorC) / 1000
    const wires = input.phases === 'three-phase' ? Math.sqrt(3) : 2
    const resistanceOhm = (wires * input.lengthM * ohmPerM) / input.parallel
    const dropV = resistanceOhm * input.currentA
    const lossW = dropV * input.currentA * (input.phases === 'three-phase' ? Math.sqrt(3) : 1)
    return { resistanceOhm, dropV, dropFraction: dropV / input.voltageV, lossW }
  },
})

export const ampacity = defineMethod({
  id: 'wire.ampacity',
  title: 'What a cable may carry',
  inputs: { installation: choice(INSTALLATIONS), size, ...placing },
  outputs: {
    baseA: quantity('I_0', 'table value', 'A'),
    ambientFactor: quantity('f_a', 'ambient factor', ''),
    groupingFactor: quantity('f_g', 'grouping factor', ''),
    correctedA: quantity('I_c', 'corrected', 'A'),
    limitA: quantity('I_z', 'limit', 'A'),
  },
  formula: [
    '{correctedA} = {baseA} × {ambientFactor} × {groupingFactor}',
    '{limitA} = {correctedA}, in North America not above the raceway column of the {terminalC} °C terminal',
  ],
  source: 'NEC 2023 310.15, 310.16, 310.17, 110.14(C); IEC 60364-5-52:2009 Annex B; EN 50618:2014; ABYC E-11',
  notes: 'An ambient or a count between rows takes the next row up.',
  compute: ampacityOf,
})

const rating = {
  minimumA: quantity('I_min', 'smallest device', 'A'),
  ratingA: quantity('I_n', 'standard device', 'A'),
}

/** Next standard device; refused where the series ends below the need. */
function deviceRatingA(series: (typeof DEVICE_SERIES)[number], minimumA: number): number {
  const ratingA = nextRatingA(series, minimumA)
  if (ratingA === null) {
    const largestA = STANDARD_RATINGS_A[series].at(-1)
    throw outOfDomain(
      'currentA',
      minimumA,
      `a device of at most ${largestA} A in the series ${series}; divide the circuit`,
    )
  }
  return ratingA
}

export const protectRating = defineMethod({
  id: 'protect.rating',
  title: 'Fuse or breaker of a circuit',
  inputs: {
    currentA: current,
    series: choice(DEVICE_SERIES),
    ampacityA: quantity('I_z', 'what the cable may carry', 'A', { above: 0 }),
    factor: safetyFactor,
  },
  outputs: { ...rating, conductorProtected: z.boolean().meta({ label: 'cable protected' }) },
  formula: [
    '{minimumA} = {factor} × {currentA}',
    '{ratingA} = next standard size in {series}; protects where not above {ampacityA}',
  ],
  source: 'NEC 2023 210.20, 240.6; IEC 60364-4-43',
  notes: 'The device protects the cable, not the appliance.',
  compute({ currentA, series, ampacityA, factor }) {
    const minimumA = factor * currentA
    const ratingA = deviceRatingA(series, minimumA)
    return { minimumA, ratingA, conductorProtected: ratingA <= ampacityA }
  },
})

export const wireSize = defineMethod({
  id: 'wire.size',
  title: 'Cable and device of a circuit',
  inputs: {
    currentA: quantity('I', 'current', 'A', { above: 0 }),
    lengthM: length,
    voltageV: voltage,
    installation: choice(INSTALLATIONS),
    series: choice(DEVICE_SERIES),
    maxDropFraction: quantity('ΔU_max', 'largest share of voltage to lose', '', { above: 0, below: 1 }).default(0.03),
    factor: safetyFactor,
    ...placing,
    conductorC,
    maxParallel: count('n_max', 'conductors in parallel at most', 1).default(1),
  },
  outputs: {
    size: z.string().meta({ label: 'conductor size' }),
    parallel: count('n', 'conductors in parallel'),
    deviceRatingA: quantity('I_n', 'device', 'A'),
    ampacityA: quantity('I_z', 'what the cable may carry', 'A'),
    dropFraction: quantity('ΔU/V', 'share of the voltage lost', ''),
    limitedBy: z.enum(['ampacity', 'voltage drop']).meta({ label: 'limited by' }),
  },
  formula: [
    '{deviceRatingA} = next standard size at or above {factor} × {currentA}',
    '{size} = smallest whose {ampacityA} carries the device and whose drop at {currentA} over {lengthM} is within {maxDropFraction}',
    'North American: 15, 20, 30 A at most on 14, 12, 10 AWG, nothing thinner, and parallel sets of 1/0 AWG or more',
  ],
  source: 'wire.ampacity, wire.voltage-drop and protect.rating together; NEC 2023 240.4(D), 310.10(G)',
  notes:
    'Single conductors first, then parallel sets of equal length, which lie together: n sets count n times for grouping.',
  compute(input) {
    const ratingA = deviceRatingA(input.series, input.factor * input.currentA)
    const { chosen, limitedBy } = smallestConductor(input, ratingA)
    if (!chosen) {
      throw new InputError(
        'OUT_OF_DOMAIN',
        'maxDropFraction',
        `no size of ${input.installation} with at most ${input.maxParallel} in parallel carries a ${ratingA} A device and loses at most ${input.maxDropFraction} over ${input.lengthM} m; allowed: a shorter run, a higher voltage, a larger drop or more in parallel`,
      )
    }
    return { ...chosen, deviceRatingA: ratingA, limitedBy }
  },
})

/** Conductors in parallel beyond which a bus bar is the answer. */
const MOST_PARALLEL = 12

interface CarriedConductor {
  size: string
  parallel: number
  ampacityA: number
  dropFraction: number
}

interface Run extends Omit<AmpacityInput, 'size'> {
  readonly currentA: number
  readonly lengthM: number
  readonly voltageV: number
  readonly conductorC: number
  readonly maxParallel: number
  readonly maxDropFraction: number
}

/** The first conductor, singles thin to thick, then pairs and so on, that carries the device and keeps the drop. */
function smallestConductor(
  run: Run,
  ratingA: number,
): { chosen: CarriedConductor | null; limitedBy: 'ampacity' | 'voltage drop' } {
  const sizes = sizesOf(run.installation)
  const thinnestParallel = limitsOf(run.installation).thinnestParallel
  let limitedBy: 'ampacity' | 'voltage drop' = 'ampacity'
  for (let parallel = 1; parallel <= Math.min(run.maxParallel, MOST_PARALLEL); parallel++) {
    const allowed = parallel > 1 && thinnestParallel !== null ? sizes.slice(sizes.indexOf(thinnestParallel)) : sizes
    // Sets lie together: each counts as a circuit of its own, with conductors of its own.
    const together = { circuits: run.circuits * parallel, currentCarrying: run.currentCarrying * parallel }
    for (const name of allowed) {
      const limitA = limitOf({ ...run, ...together, size: name })
      if (limitA === null || limitA * parallel < ratingA - 1e-9) continue
      if (parallel === 1 && ratingA > mostDeviceA(run.installation, name)) continue
      const { dropFraction } = voltageDrop.compute({ ...run, size: name, parallel, phases: 'two-wire' })
      if (dropFraction <= run.maxDropFraction + 1e-12)
        return { chosen: { size: name, parallel, ampacityA: limitA * parallel, dropFraction }, limitedBy }
      limitedBy = 'voltage drop'
    }
  }
  return { chosen: null, limitedBy }
}

/** Null where the sets together are more than the grouping table knows. */
function limitOf(input: AmpacityInput): number | null {
  try {
    return ampacityOf(input).limitA
  } catch (error) {
    if (error instanceof InputError && /circuits|currentCarrying/.test(error.path)) return null
    throw error
  }
}

const amperes = (symbol: string, label: string) => quantity(symbol, label, 'A', { min: 0 })

export const bankCurrent = defineMethod({
  id: 'wire.bank-current',
  title: 'Current between bank and bus bars',
  inputs: {
    inverterA: amperes('I_inv', 'inverters at full power'),
    dcLoadsA: amperes('I_dc', 'DC loads together'),
    chargeA: amperes('I_ch', 'all controllers together'),
  },
  outputs: { currentA: quantity('I', 'current of the bank', 'A') },
  formula: ['{currentA} = the larger of {inverterA} + {dcLoadsA} and {chargeA}'],
  source: 'Kirchhoff’s current law at the bus bars',
  notes: 'Charge and load flow against each other, so the larger of the two counts, not their sum.',
  compute: ({ inverterA, dcLoadsA, chargeA }) => ({ currentA: Math.max(inverterA + dcLoadsA, chargeA) }),
})

export const sharedCurrent = defineMethod({
  id: 'wire.shared-current',
  title: 'Current of one of several alike',
  inputs: {
    currentA: amperes('I', 'current together'),
    alike: count('n', 'how many share it', 1),
    out: count('k', 'how many may be out of service'),
  },
  outputs: { eachA: quantity('I_1', 'current of one', 'A') },
  formula: ['{eachA} = {currentA} ÷ ({alike} − {out})'],
  source: 'Equal leads share equally',
  notes: 'Battery strings are sized with one string out, because a tripped one leaves its share to the others.',
  compute({ currentA, alike, out }) {
    if (!(out < alike)) throw outOfDomain('out', out, `a whole number below ${alike}`)
    return { eachA: currentA / (alike - out) }
  },
})

export const apparentCurrent = defineMethod({
  id: 'wire.ac-current',
  title: 'Current of an AC circuit',
  inputs: { apparentPowerVA: quantity('S', 'apparent power', 'VA', { min: 0 }), voltageV: voltage },
  outputs: { currentA: quantity('I', 'current', 'A') },
  formula: ['{currentA} = {apparentPowerVA} ÷ {voltageV}'],
  source: 'Definition of apparent power, IEC 60050-131, single phase',
  notes: 'Cable and device carry the volt-amperes, not the watts.',
  compute: ({ apparentPowerVA, voltageV }) => ({ currentA: apparentPowerVA / voltageV }),
})

export const wiringMethods = [
  voltageDrop,
  ampacity,
  protectRating,
  wireSize,
  bankCurrent,
  sharedCurrent,
  apparentCurrent,
]
