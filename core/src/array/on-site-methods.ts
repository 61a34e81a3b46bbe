import { defineMethod } from '../method/method.ts'
import { AIR_RANGE_C, count, quantity } from '../method/quantity.ts'
import { VOC_HOT_COEFF_FALLBACK_PER_C } from './string-methods.ts'

/** What a string measures on the day it is joined. */

/** Cell over air for each W/m² on the panel: 3 °C per 100 W/m². Source: IEC 61215, NOCT near 45 °C. */
const CELL_OVER_AIR_K_PER_WPERM2 = 0.03
/** How far a sound string may read from its sheet: the wider of the two. Source: IEC 62446-1, 6.4; sheets to ±3 %. */
const TOLERANCE_FRACTION = 0.05
const TOLERANCE_V = 2

export const openVoltageNow = defineMethod({
  id: 'string.open-voltage-now',
  title: 'What a string measures now, open',
  inputs: {
    panelsPerString: count('n_s', 'panels in series', 1),
    vocV: quantity('V_oc', 'open-circuit voltage of a panel', 'V', { above: 0 }),
    vocCoeffPerC: quantity('β', 'temperature coefficient of V_oc', '1/°C', { min: -0.02, max: 0 }).default(
      VOC_HOT_COEFF_FALLBACK_PER_C,
    ),
    airC: quantity('T_a', 'air', '°C', AIR_RANGE_C),
    irradianceWPerM2: quantity('G', 'light on the panels', 'W/m²', { min: 0, max: 1500 }),
  },
  outputs: {
    cellC: quantity('T_c', 'cells', '°C'),
    openV: quantity('V', 'expected', 'V'),
    lowV: quantity('V_low', 'lowest that is sound', 'V'),
    highV: quantity('V_high', 'highest that is sound', 'V'),
  },
  formula: [
    `{cellC} = {airC} + ${CELL_OVER_AIR_K_PER_WPERM2} × {irradianceWPerM2}`,
    '{openV} = {panelsPerString} × {vocV} × (1 + {vocCoeffPerC} × ({cellC} − 25))',
    `{lowV} = {openV} less ${TOLERANCE_FRACTION * 100} % or ${TOLERANCE_V} V, whichever is more`,
    `{highV} = {openV} and ${TOLERANCE_FRACTION * 100} % or ${TOLERANCE_V} V, whichever is more`,
  ],
  source: 'Sheet of the panel; IEC 62446-1, 6.4',
  notes: 'In steady light above about 200 W/m²: below it a string gives less than its sheet says.',
  compute: ({ panelsPerString, vocV, vocCoeffPerC, airC, irradianceWPerM2 }) => {
    const cellC = airC + CELL_OVER_AIR_K_PER_WPERM2 * irradianceWPerM2
    const openV = panelsPerString * vocV * (1 + vocCoeffPerC * (cellC - 25))
    const offV = Math.max(TOLERANCE_FRACTION * openV, TOLERANCE_V)
    return { cellC, openV, lowV: openV - offV, highV: openV + offV }
  },
})

export const shortCurrentNow = defineMethod({
  id: 'string.short-current-now',
  title: 'What a string measures now, shorted',
  inputs: {
    iscA: quantity('I_sc', 'short-circuit current of a panel', 'A', { above: 0 }),
    irradianceWPerM2: quantity('G', 'light on the panels', 'W/m²', { min: 0, max: 1500 }),
  },
  outputs: { shortA: quantity('I', 'expected', 'A') },
  formula: ['{shortA} = {iscA} × {irradianceWPerM2} ÷ 1000'],
  source: 'IEC 60891, to first order; IEC 62446-1, 6.5',
  notes: 'Only with a tester made to short a string: never with a lead and a clamp.',
  compute: ({ iscA, irradianceWPerM2 }) => ({ shortA: (iscA * irradianceWPerM2) / 1000 }),
})

export const onSiteMethods = [openVoltageNow, shortCurrentNow]
