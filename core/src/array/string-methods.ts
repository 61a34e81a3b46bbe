import { z } from 'zod'
import { outOfDomain } from '../method/input-error.ts'
import { defineMethod } from '../method/method.ts'
import { AIR_RANGE_C, count, quantity } from '../method/quantity.ts'
import { nextRatingA } from '../tables/standard-ratings.ts'
import { VOC_COLD_FACTOR } from '../tables/voc-cold-factor.ts'

/** Panels in strings: how many, at what volts, with which fuses. */

const arrayPower = quantity('P', 'array power', 'W')
/** Rounding guard for whole panels in a string. */
const WHOLE_PANEL_TOLERANCE = 1e-9

/** Table factor for a lowest temperature. Rows are whole degrees: a figure between them is rounded down. */
function vocTableFactor(coldestC: number): number {
  const wholeC = Math.floor(coldestC)
  if (wholeC >= 25) return 1
  const row = VOC_COLD_FACTOR.find(({ fromC, toC }) => wholeC >= fromC && wholeC <= toC)
  if (!row)
    throw outOfDomain('coldestC', coldestC, 'a number from −40 °C where the panel’s own coefficient is not known')
  return row.factor
}

/** Where neither coefficient is known: Vmp falls a little faster than Voc. Source: handbook, crystalline silicon. */
const VMP_COEFF_FALLBACK_PER_C = -0.004
export const VOC_HOT_COEFF_FALLBACK_PER_C = -0.0035
/** Least by which the working voltage stays above the bank while a tracking controller runs, V. Source: common sheets. */
export const RUN_HEADROOM_V = 1
const coefficient = (symbol: string, label: string) => quantity(symbol, label, '1/°C', { min: -0.02, max: 0 })

export const stringLimits = defineMethod({
  id: 'string.limits',
  title: 'Fewest and most panels in series',
  inputs: {
    vocV: quantity('V_oc', 'open-circuit voltage of a panel', 'V', { above: 0 }),
    vmpV: quantity('V_mp', 'working voltage of a panel', 'V', { above: 0 }),
    coldestC: quantity('T_min', 'record low', '°C', AIR_RANGE_C),
    hottestCellC: quantity('T_hot', 'hottest cell', '°C', { min: -50, max: 150 }),
    controllerMaxV: quantity('V_max', 'controller’s input limit', 'V', { above: 0 }),
    batteryMaxV: quantity('V_b', 'highest charging voltage of the bank', 'V', { above: 0 }),
    vocCoeffPerC: coefficient('β', 'temperature coefficient of V_oc').optional(),
    vmpCoeffPerC: coefficient('γ', 'temperature coefficient of V_mp').optional(),
    startHeadroomV: quantity('V_s', 'open-circuit volts above the bank to start', 'V', { min: 0 }).default(5),
    runHeadroomV: quantity('V_r', 'working volts above the bank to run', 'V', { min: 0 }).default(RUN_HEADROOM_V),
    mpptMinV: quantity('V_mppt', 'lower end of the tracking window', 'V', { min: 0 }).default(0),
  },
  outputs: {
    vocColdV: quantity('V_oc,cold', 'open-circuit voltage of a panel at the record low', 'V'),
    vmpHotV: quantity('V_mp,hot', 'working voltage of a panel when hot', 'V'),
    vocHotV: quantity('V_oc,hot', 'open-circuit voltage of a panel when hot', 'V'),
    maxSeries: count('n_max', 'most in series'),
    minSeries: count('n_min', 'fewest in series'),
  },
  formula: [
    '{vocColdV} = {vocV} × (1 + {vocCoeffPerC} × ({coldestC} − 25)), or × the table factor where no coefficient is known',
    '{vmpHotV} = {vmpV} × (1 + {vmpCoeffPerC} × ({hottestCellC} − 25))',
    '{vocHotV} = {vocV} × (1 + {vocCoeffPerC} × ({hottestCellC} − 25)), −0.35 %/°C where no coefficient is known',
    '{maxSeries} = {controllerMaxV} ÷ {vocColdV}, rounded down',
    '{minSeries} = the larger of max({batteryMaxV} + {runHeadroomV}, {mpptMinV}) ÷ {vmpHotV} to run and ({batteryMaxV} + {startHeadroomV}) ÷ {vocHotV} to start, each rounded up, at least 1',
  ],
  source: 'NFPA 70 (NEC) 2023, 690.7(A); IEC 62548-1',
  notes:
    'Never the 25 °C figures: the first cold bright morning gives the highest voltage. A tracking controller starts on open-circuit volts and then runs while the working voltage stays above the battery.',
  compute(input) {
    const { vocCoeffPerC, coldestC, hottestCellC } = input
    const factor = vocCoeffPerC === undefined ? vocTableFactor(coldestC) : 1 + vocCoeffPerC * (coldestC - 25)
    const vmpCoeff = input.vmpCoeffPerC ?? vocCoeffPerC ?? VMP_COEFF_FALLBACK_PER_C
    const vocColdV = input.vocV * factor
    const vmpHotV = input.vmpV * (1 + vmpCoeff * (hottestCellC - 25))
    if (!(vocColdV > 0)) throw outOfDomain('coldestC', coldestC, 'a temperature at which the panel still has a voltage')
    if (!(vmpHotV > 0))
      throw outOfDomain('hottestCellC', hottestCellC, 'a temperature at which the panel still has a voltage')
    const vocHotV = input.vocV * (1 + (vocCoeffPerC ?? VOC_HOT_COEFF_FALLBACK_PER_C) * (hottestCellC - 25))
    if (!(vocHotV > 0))
      throw outOfDomain('hottestCellC', hottestCellC, 'a temperature at which the panel still has a voltage')
    const toRun = Math.max(input.batteryMaxV + input.runHeadroomV, input.mpptMinV) / vmpHotV
    const toStart = (input.batteryMaxV + input.startHeadroomV) / vocHotV
    return {
      vocColdV,
      vmpHotV,
      vocHotV,
      maxSeries: Math.floor(input.controllerMaxV / vocColdV + WHOLE_PANEL_TOLERANCE),
      minSeries: Math.max(1, Math.ceil(Math.max(toRun, toStart) - WHOLE_PANEL_TOLERANCE)),
    }
  },
})

/** 1.25 for irradiance above test conditions. Source: NEC 2023 690.8(A)(1). */
const ISC_FACTOR = 1.25
/** 1.25 × 1.25: irradiance and continuous duty. Source: NEC 2023 690.8 and 690.9(B). */
const STRING_FUSE_FACTOR = 1.5625

export const stringFuse = defineMethod({
  id: 'string.fuse',
  title: 'Fuse of a string',
  inputs: {
    iscA: quantity('I_sc', 'short-circuit current of a panel', 'A', { above: 0 }),
    parallel: count('n', 'strings in parallel', 1),
    maxSeriesFuseA: quantity('I_f', 'largest series fuse the panel allows', 'A', { above: 0 }),
  },
  outputs: {
    reverseCurrentA: quantity('I_rev', 'current the other strings can push back', 'A'),
    required: z.boolean().meta({ label: 'fuse required' }),
    minimumA: quantity('I_min', 'smallest fuse', 'A'),
    ratingA: quantity('I_n', 'standard fuse', 'A').nullable(),
  },
  formula: [
    '{reverseCurrentA} = ({parallel} − 1) × 1.25 × {iscA}; required where above {maxSeriesFuseA}',
    '{minimumA} = 1.5625 × {iscA}',
    '{ratingA} = next standard fuse, not above {maxSeriesFuseA}',
  ],
  source: 'NFPA 70 (NEC) 2023, 690.8 and 690.9; IEC 62548-1, 6.5',
  notes: 'No rating means no standard fuse both carries the string and protects the panel.',
  compute({ iscA, parallel, maxSeriesFuseA }) {
    const reverseCurrentA = (parallel - 1) * ISC_FACTOR * iscA
    const minimumA = STRING_FUSE_FACTOR * iscA
    const nextA = nextRatingA('pv-string-fuse', minimumA)
    const ratingA = nextA !== null && nextA <= maxSeriesFuseA ? nextA : null
    return { reverseCurrentA, required: reverseCurrentA > maxSeriesFuseA, minimumA, ratingA }
  },
})

export const layout = defineMethod({
  id: 'array.layout',
  title: 'Whole strings of whole panels',
  inputs: {
    panelsPerString: count('n_s', 'panels in a string', 1),
    stringsPerController: count('n_p', 'strings on each controller', 1),
    controllers: count('n_c', 'controllers', 1),
    panelPowerW: quantity('P_p', 'power of a panel', 'W', { above: 0 }),
  },
  outputs: {
    panels: count('n', 'panels'),
    arrayPowerW: arrayPower,
    controllerArrayPowerW: quantity('P_1', 'array power on each controller', 'W'),
  },
  formula: [
    '{panels} = {panelsPerString} × {stringsPerController} × {controllers}',
    '{arrayPowerW} = {panels} × {panelPowerW}',
  ],
  source: 'Arithmetic',
  notes: 'Panels are rounded up to fill whole strings, never down.',
  compute({ panelsPerString, stringsPerController, controllers, panelPowerW }) {
    const controllerArrayPowerW = panelsPerString * stringsPerController * panelPowerW
    const panels = panelsPerString * stringsPerController * controllers
    return { panels, arrayPowerW: panels * panelPowerW, controllerArrayPowerW }
  },
})

export const stringVoltages = defineMethod({
  id: 'string.voltages',
  title: 'Voltage of a string, cold, at test conditions and hot',
  inputs: {
    panelsPerString: count('n_s', 'panels in a string', 1),
    vocColdV: quantity('V_oc,cold', 'open-circuit voltage of a panel at the record low', 'V', { above: 0 }),
    vocV: quantity('V_oc', 'open-circuit voltage of a panel', 'V', { above: 0 }),
    vmpV: quantity('V_mp', 'working voltage of a panel', 'V', { above: 0 }),
    vmpHotV: quantity('V_mp,hot', 'working voltage of a panel when hot', 'V', { above: 0 }),
  },
  outputs: {
    coldV: quantity('V_cold', 'open-circuit voltage of the string at the record low', 'V'),
    openV: quantity('V_25', 'open-circuit voltage of the string at test conditions', 'V'),
    workingV: quantity('V_work', 'working voltage of the string at test conditions', 'V'),
    hotV: quantity('V_hot', 'working voltage of the string when hot', 'V'),
  },
  formula: [
    '{coldV} = {panelsPerString} × {vocColdV}',
    '{workingV} = {panelsPerString} × {vmpV}',
    '{hotV} = {panelsPerString} × {vmpHotV}',
  ],
  source: 'Series adds voltage',
  notes: 'The cold figure must stay below the controller’s limit; equal counts as above.',
  compute: ({ panelsPerString: n, vocColdV, vocV, vmpV, vmpHotV }) => ({
    coldV: n * vocColdV,
    openV: n * vocV,
    workingV: n * vmpV,
    hotV: n * vmpHotV,
  }),
})

export const stringMethods = [layout, stringVoltages, stringLimits, stringFuse]
