import { z } from 'zod'
import { InputError, outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { choice, count, quantity } from '../method/quantity.ts'
import { ampacityOf } from '../rules/ampacity.ts'
import { INSTALLATIONS } from '../tables/installations.ts'
import { DEVICE_SERIES, nextRatingA, STANDARD_RATINGS_A } from '../tables/standard-ratings.ts'
import { type ConductorBrief, DECIDED_BY, smallestConductor } from './conductor-search.ts'
import { currentMethods } from './current-methods.ts'
import { runDrop } from './drop.ts'

const current = quantity('I', 'current', 'A', { min: 0 })
const length = quantity('L', 'length one way', 'm', { min: 0 })
const voltage = quantity('V', 'voltage of the circuit', 'V', { above: 0 })
const size = z.string({ error: () => 'a size such as 10 AWG or 6 mm2' }).meta({ label: 'conductor size' })
const conductorC = quantity('T_c', 'conductor temperature', '°C', { min: -60, max: 150 }).default(75)
const placing = {
  ambientC: quantity('T', 'air around the cable', '°C', { min: -60, max: 105 }).default(30),
  terminalC: z
    .union([z.literal(60), z.literal(70), z.literal(75), z.literal(90)], { error: () => '60, 70, 75 or 90 °C' })
    .default(75)
    .meta({ label: 'terminal rating, °C' }),
  currentCarrying: count('n', 'current-carrying conductors together', 1).default(2),
  circuits: count('n_c', 'circuits side by side', 1).default(1),
  bundled: count('n_b', 'conductors in one bundle, 105 °C battery cable', 1).default(1),
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
  compute: runDrop,
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
    '{limitA} = {correctedA}, in North America not above the raceway column of the {terminalC} °C terminal, on XLPE at terminals of 70 °C not above what PVC carries',
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
    const chosen = smallestConductor({
      ...input,
      carryA: ratingA,
      workingA: input.currentA,
      factor: 1,
      leastAreaMm2: 0,
      pathAreaMm2: 0,
      phases: 'two-wire',
    })
    if (!chosen) throw noConductor(input, ratingA)
    const limitedBy = chosen.limitedBy === 'voltage drop' ? ('voltage drop' as const) : ('ampacity' as const)
    return { ...chosen, deviceRatingA: ratingA, limitedBy }
  },
})

const noConductor = (
  {
    installation,
    maxParallel,
    maxDropFraction,
    lengthM,
  }: Pick<ConductorBrief, 'installation' | 'maxParallel' | 'maxDropFraction' | 'lengthM'>,
  carryA: number,
): InputError =>
  new InputError(
    'OUT_OF_DOMAIN',
    'maxDropFraction',
    `no size of ${installation} with at most ${maxParallel} in parallel carries a ${carryA} A device and loses at most ${maxDropFraction} over ${lengthM} m; allowed: a shorter run, a higher voltage, a larger drop or more in parallel`,
  )

export const conductor = defineMethod({
  id: 'wire.conductor',
  title: 'Conductor of a circuit',
  inputs: {
    currentA: quantity('I', 'design current', 'A', { above: 0 }),
    factor: safetyFactor,
    carryA: quantity('I_n', 'device the conductor must carry, 0 for none', 'A', { min: 0 }),
    workingA: quantity('I_w', 'working current', 'A', { min: 0 }),
    lengthM: length,
    voltageV: voltage,
    installation: choice(INSTALLATIONS),
    maxDropFraction: quantity('ΔU_max', 'largest share of voltage to lose', '', { above: 0, below: 1 }).default(0.03),
    ...placing,
    conductorC,
    phases: choice(['two-wire', 'three-phase']).default('two-wire'),
    maxParallel: count('n_max', 'conductors in parallel at most', 1).default(1),
    leastAreaMm2: quantity('S_min', 'at least, by short circuit', 'mm²', { min: 0 }).default(0),
    pathAreaMm2: quantity('S_p', 'at least, for the whole path', 'mm²', { min: 0 }).default(0),
  },
  outputs: {
    size: z.string().meta({ label: 'conductor size' }),
    parallel: count('n', 'conductors in parallel'),
    ampacityA: quantity('I_z', 'what the cable may carry', 'A'),
    dropFraction: quantity('ΔU/V', 'share of the voltage lost', ''),
    limitedBy: z.enum(DECIDED_BY).meta({ label: 'decided by' }),
  },
  formula: [
    '{size} = smallest whose {ampacityA} carries {carryA} and {currentA}, whose table and terminals carry {factor} × {currentA}, whose drop at {workingA} over {lengthM} is within {maxDropFraction}, not below {leastAreaMm2} and {pathAreaMm2}',
  ],
  source:
    'wire.ampacity and wire.voltage-drop together; NEC 2023 215.2(A), 690.8(B), 240.4(D), 310.10(G); IEC 60364-4-43',
  notes:
    'Single conductors first, then parallel sets of equal length, which lie together: n sets count n times for grouping.',
  compute(input) {
    const chosen = smallestConductor(input)
    if (!chosen) throw noConductor(input, Math.max(input.carryA, input.factor * input.currentA))
    return chosen
  },
})

export const leastDevice = defineMethod({
  id: 'protect.least',
  title: 'Smallest device of a circuit',
  inputs: {
    designA: quantity('I', 'design current', 'A', { min: 0 }),
    factor: quantity('k', 'its factor', '', { min: 1 }),
    continuousA: quantity('I_c', 'what it truly carries all day', 'A', { min: 0 }),
    continuousFactor: quantity('k_c', 'factor for continuous current', '', { min: 1 }),
  },
  outputs: { minimumA: quantity('I_min', 'smallest device', 'A') },
  formula: ['{minimumA} = the larger of {factor} × {designA} and {continuousFactor} × {continuousA}'],
  source: 'NEC 2023 210.20, 215.3, 690.9(B); IEC 60364-4-43, 433.1',
  notes: 'A device that carries its own rating all day in a warm box opens by itself.',
  compute: ({ designA, factor, continuousA, continuousFactor }) => ({
    minimumA: Math.max(factor * designA, continuousFactor * continuousA),
  }),
})

export const prospective = defineMethod({
  id: 'wire.prospective',
  title: 'Short-circuit current at a place',
  inputs: {
    sourceA: quantity('I_k', 'at the terminals of the source', 'A', { min: 0 }),
    voltageV: voltage,
    leadOhm: quantity('R', 'both conductors of the way there, cold', 'Ω', { min: 0 }),
  },
  outputs: { prospectiveA: quantity('I_k′', 'prospective there', 'A') },
  formula: ['{prospectiveA} = {voltageV} ÷ ({voltageV} ÷ {sourceA} + {leadOhm})'],
  source: 'Ohm’s law; IEC 61660-1, with the leads at 20 °C, fuses and contacts left out',
  notes: 'The leads count cold and without their joints: the larger current, which a device must break.',
  compute: ({ sourceA, voltageV, leadOhm }) => ({
    prospectiveA: sourceA > 0 ? voltageV / (voltageV / sourceA + leadOhm) : 0,
  }),
})

export const wiringMethods = [
  voltageDrop,
  ampacity,
  protectRating,
  leastDevice,
  wireSize,
  conductor,
  prospective,
  ...currentMethods,
]
