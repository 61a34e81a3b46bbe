import { AC_COUPLED_ID } from '../array/ac-coupled.ts'
import type { Controller, Panel } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import { everyString } from '../controller/link.ts'
import type { StringFigures } from '../controller/strings.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Option, Site } from '../job/schema.ts'
import type { PlaneResult } from '../site/planes.ts'
import { HOURS_IN_YEAR } from '../site/sun-path.ts'
import { type SyntheticYear, syntheticYear } from '../site/synthetic-year.ts'
import { yearInPlane } from '../site/year-in-plane.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'

/** Seed of the year an array is tried on: always the same, so that figures do not move by themselves. */
const SEED = 7

/** Plane-of-array irradiance of each hour of a synthetic year, W/m², made once for a site and its planes. */
export interface ArrayYear {
  readonly monthOfDay: ArrayLike<number>
  /** Of the main array, its planes weighed by their strings, or of another one in its own plane. */
  ofArray(arrayId: string): Float64Array
}

const years = new WeakMap<Site, SyntheticYear>()

/** Heavy the first time for a site: some tens of milliseconds. Null while sun or latitude are missing. */
export function arrayYear({ job, site, array, option }: Design): ArrayYear | null {
  const { latitudeDeg, monthMeanC, daySwingK } = job.site
  if (latitudeDeg === null || !site.sunOnFlat || !site.sunHours) return null
  const made =
    years.get(job.site) ??
    syntheticYear({
      latitudeDeg,
      flatKwhPerM2Day: site.sunOnFlat.value,
      monthMeanC: monthMeanC.map((mean) => mean ?? DEFAULTS.yearAirC.value),
      daySwingK: daySwingK ?? DEFAULTS.daySwingK.value,
      seed: SEED,
    })
  years.set(job.site, made)
  const ofPlane = new Map<string, Float64Array>()
  const inPlane = ({ plane, tiltDeg, azimuthDeg, peakSunHours }: PlaneResult): Float64Array => {
    const known = ofPlane.get(plane.id)
    if (known) return known
    // A frame that is moved stands as in the month with the least sun; each month is scaled to its own position.
    const planeW = yearInPlane(made, {
      tiltDeg: tiltDeg[(site.leastSunMonth ?? 1) - 1]?.value ?? 0,
      azimuthDeg: azimuthDeg.value,
      albedo: site.albedoFraction.value,
      sky: 'isotropic',
    })
    const scaled = scaledToMonths(planeW, made.monthOfDay, peakSunHours.value)
    ofPlane.set(plane.id, scaled)
    return scaled
  }
  const mixed = () => {
    const strings = (id: string) => array.byPlane.find(({ planeId }) => planeId === id)?.strings ?? 0
    const all = array.byPlane.reduce((sum, each) => sum + each.strings, 0)
    const parts = site.planes.map((each) => ({ each, share: all > 0 ? strings(each.plane.id) / all : each.share }))
    const sum = new Float64Array(HOURS_IN_YEAR)
    for (const { each, share } of parts) {
      if (share === 0) continue
      const watts = inPlane(each)
      for (let hour = 0; hour < HOURS_IN_YEAR; hour++) sum[hour] = (sum[hour] ?? 0) + share * (watts[hour] ?? 0)
    }
    return sum
  }
  let main: Float64Array | null = null
  const ofMain = () => {
    main ??= mixed()
    return main
  }
  return {
    monthOfDay: made.monthOfDay,
    ofArray: (arrayId) => {
      const planeId = planeOf(option, arrayId)
      const own = planeId === null ? undefined : site.everyPlane.find(({ plane }) => plane.id === planeId)
      return own ? inPlane(own) : ofMain()
    },
  }
}

/** Plane a further array is said to lie in; null for the main array and where none is said. */
function planeOf({ controller, inverter }: Option, arrayId: string): string | null {
  if (arrayId === AC_COUPLED_ID) return inverter.acCoupled?.planeId ?? null
  return controller.further.find(({ id }) => id === arrayId)?.planeId ?? null
}

/** Each month scaled so that its mean day is the design's: shade, horizon and snow are then in it. */
function scaledToMonths(
  planeW: Float64Array,
  monthOfDay: ArrayLike<number>,
  sunHours: readonly number[],
): Float64Array {
  const sums = Array<number>(12).fill(0)
  for (let hour = 0; hour < HOURS_IN_YEAR; hour++) {
    const month = monthOfDay[Math.floor(hour / 24)] ?? 0
    sums[month] = (sums[month] ?? 0) + (planeW[hour] ?? 0)
  }
  const factors = sums.map((sum, month) => {
    const meanKwh = sum / 1000 / (DAYS_IN_MONTH[month] ?? 30)
    return meanKwh > 0 ? (sunHours[month] ?? 0) / meanKwh : 0
  })
  return planeW.map((watts, hour) => watts * (factors[monthOfDay[Math.floor(hour / 24)] ?? 0] ?? 0))
}

/** What an array's controllers cut off in a synthetic year, kWh, and of what it could give. */
export interface Clipped {
  readonly clippedKwh: number
  readonly possibleKwh: number
}

/** All arrays together, and each by its id. */
export function clippedInYear(design: Design, year: ArrayYear): Clipped & { byArray: (Clipped & { id: string })[] } {
  const { losses, controllerLoss } = shares(design)
  const systemV = design.battery.systemVoltageV.value
  const byArray = everyString(design).map(({ id, panel, controller, acInverter, quantity, strings }) => {
    const peakW = panel.powerW * strings.panelsPerString * strings.stringsPerController * quantity
    const outA = strings.setA ? Math.min(strings.setA.value, controller.ratedOutputA) : controller.ratedOutputA
    const limitW = (acInverter ? acInverter.continuousW : limitAt(controller, panel, strings, outA, systemV)) * quantity
    const own = year.ofArray(id)
    let clippedWh = 0
    let possibleWh = 0
    for (const watts of own) {
      const outputW = (peakW * watts * losses * controllerLoss) / 1000
      possibleWh += outputW
      if (outputW > limitW) clippedWh += outputW - limitW
    }
    return { id, clippedKwh: clippedWh / 1000, possibleKwh: possibleWh / 1000 }
  })
  const sum = (of: (each: Clipped) => number) => byArray.reduce((total, each) => total + of(each), 0)
  return { clippedKwh: sum((each) => each.clippedKwh), possibleKwh: sum((each) => each.possibleKwh), byArray }
}

/** Power at which a controller is at its limit: of a PWM one that at which the panels' current is. */
const limitAt = (
  { technology }: Controller,
  panel: Panel,
  { stringsPerController, panelsPerString }: StringFigures,
  outA: number,
  systemV: number,
): number =>
  technology === 'pwm'
    ? (outA / (panel.impA * stringsPerController)) * panel.powerW * panelsPerString * stringsPerController
    : outA * systemV

/** Shares left before the controller, and by it; what the battery takes comes after. */
function shares({ array }: Design) {
  const left = (name: string) => 1 - (array.losses[name]?.value ?? 0)
  return {
    losses: array.single
      ? array.systemEfficiency.value
      : left('soiling') * left('mismatch') * left('wiring') * left('temperature') * left('ageing'),
    controllerLoss: left('controller'),
  }
}
