import { AC_COUPLED_ID } from '../array/ac-coupled.ts'
import { TYPICAL_PANEL } from '../array/losses.ts'
import type { Design } from '../chain/design.ts'
import { everyString, MAIN_ARRAY_ID, type StrungArray } from '../controller/link.ts'
import { DEFAULTS, SOILING_DEFAULT } from '../job/defaults.ts'
import type { LitPlane } from '../site/array-light.ts'
import type { PlaneResult } from '../site/planes.ts'
import type { ArrayTerms } from './terms.ts'

/** An array of the balance, with the planes it lies in. */
export interface PlannedArray {
  readonly terms: ArrayTerms
  readonly planes: readonly LitPlane[]
}

const NONE: PlannedArray = {
  terms: { wPerWm2: 0, perK: 0, riseK: 0, mostOutW: 0, efficiency: 1 },
  planes: [],
}

/** The main array, all further ones on controllers as one, and the one on the AC side. */
export function plannedArrays(design: Design, voltageV: number): readonly [PlannedArray, PlannedArray, PlannedArray] {
  const strung = everyString(design)
  const planned = (each: StrungArray): PlannedArray => ({
    terms: arrayTerms(design, each, voltageV),
    planes: planesOf(design, each.id),
  })
  const main = strung.find(({ id }) => id === MAIN_ARRAY_ID)
  const further = strung.filter(({ id, acInverter }) => id !== MAIN_ARRAY_ID && !acInverter)
  return [main ? planned(main) : NONE, together(further.map(planned)), coupled(design, planned)]
}

/** Share left before the controller. A single factor is of the month method: the year counts each loss by itself. */
export function lossesBefore({ array, job }: Design): number {
  const { losses } = array
  const left = (name: string, standing: number) => 1 - (array.single ? standing : (losses[name]?.value ?? 0))
  return (
    left('soiling', SOILING_DEFAULT[job.site.soiling].value) *
    left('mismatch', DEFAULTS.mismatchLoss.value) *
    left('wiring', DEFAULTS.wiringLoss.value) *
    left('ageing', DEFAULTS.ageingLoss.value)
  )
}

/** What the heat of its cells does to a panel. */
const heatOf = ({ pmpCoeffPerC, noctC }: { readonly pmpCoeffPerC: number | null; readonly noctC: number }) => ({
  perK: pmpCoeffPerC ?? TYPICAL_PANEL.pmpCoeffPerC,
  riseK: (noctC - 20) / 800,
})

function arrayTerms(design: Design, each: StrungArray, voltageV: number): ArrayTerms {
  const { panel, controller, acInverter, quantity, strings } = each
  const rows = strings.stringsPerController * quantity
  const before = lossesBefore(design)
  const heat = heatOf(panel)
  const peakW = panel.powerW * strings.panelsPerString * rows
  if (acInverter)
    return {
      wPerWm2: (peakW / 1000) * before,
      ...heat,
      mostOutW: acInverter.continuousW * quantity,
      efficiency: acInverter.efficiency,
    }
  const outA = strings.setA ? Math.min(strings.setA.value, controller.ratedOutputA) : controller.ratedOutputA
  const out = { mostOutW: outA * quantity * voltageV, efficiency: controller.efficiency }
  if (controller.technology !== 'pwm') return { wPerWm2: (peakW / 1000) * before, ...heat, ...out }
  // A switch passes the panels' current at the battery's volts: warmer cells give hardly less of it.
  const atBatteryW = Math.min(panel.impA * rows * voltageV, peakW)
  return { wPerWm2: (atBatteryW / 1000) * before, perK: 0, riseK: heat.riseK, ...out }
}

/** Planes of an array with the share of it in each. */
function planesOf({ site, array, option }: Design, arrayId: string): LitPlane[] {
  const own =
    arrayId === AC_COUPLED_ID
      ? (option.inverter.acCoupled?.planeId ?? null)
      : (option.controller.further.find(({ id }) => id === arrayId)?.planeId ?? null)
  const lies = site.everyPlane.find(({ plane }) => plane.id === own)
  if (lies) return [lit(lies, 1)]
  const strings = new Map(array.byPlane.map(({ planeId, strings: count }) => [planeId, count]))
  const all = [...strings.values()].reduce((sum, count) => sum + count, 0)
  return site.planes.map((each) => lit(each, all > 0 ? (strings.get(each.plane.id) ?? 0) / all : each.share))
}

const lit = ({ tiltDeg, azimuthDeg }: PlaneResult, share: number): LitPlane => ({
  tiltDeg: tiltDeg.map(({ value }) => value),
  azimuthDeg: azimuthDeg.value,
  share,
})

/** Several arrays as one: their power added, their planes and cells weighed by it. */
function together(arrays: readonly PlannedArray[]): PlannedArray {
  const [only] = arrays
  if (!only) return NONE
  if (arrays.length === 1) return only
  const sum = (of: (terms: ArrayTerms) => number) => arrays.reduce((total, { terms }) => total + of(terms), 0)
  const wPerWm2 = sum((terms) => terms.wPerWm2)
  const weighed = (of: (terms: ArrayTerms) => number) =>
    wPerWm2 > 0 ? sum((terms) => of(terms) * terms.wPerWm2) / wPerWm2 : of(only.terms)
  return {
    terms: {
      wPerWm2,
      perK: weighed((terms) => terms.perK),
      riseK: weighed((terms) => terms.riseK),
      mostOutW: sum((terms) => terms.mostOutW),
      efficiency: weighed((terms) => terms.efficiency),
    },
    planes: arrays.flatMap(({ terms, planes }) =>
      planes.map((plane) => ({ ...plane, share: wPerWm2 > 0 ? (plane.share * terms.wPerWm2) / wPerWm2 : 0 })),
    ),
  }
}

/** The AC-coupled array; one whose panels are not chosen yet is counted by its power. */
function coupled(design: Design, planned: (each: StrungArray) => PlannedArray): PlannedArray {
  const strung = everyString(design).find(({ acInverter }) => acInverter !== null)
  if (strung) return planned(strung)
  const array = design.array.further.find(({ id }) => id === AC_COUPLED_ID)
  if (!array) return NONE
  const powerW = array.powerW.value
  return {
    terms: {
      wPerWm2: (powerW / 1000) * lossesBefore(design),
      ...heatOf(TYPICAL_PANEL),
      mostOutW: powerW,
      efficiency: DEFAULTS.acCoupledEfficiency.value,
    },
    planes: planesOf(design, AC_COUPLED_ID),
  }
}
