import type { Design } from '../chain/design.ts'
import { everyString } from '../controller/link.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Site } from '../job/schema.ts'
import { HOURS_IN_YEAR, type SyntheticYear, syntheticYear } from '../site/synthetic-year.ts'
import { yearInPlane } from '../site/year-in-plane.ts'
import { DAYS_IN_MONTH } from '../tables/month-mean-days.ts'

/** Seed of the year an array is tried on: always the same, so that figures do not move by themselves. */
const SEED = 7

/** Plane-of-array irradiance of each hour of a synthetic year, W/m², made once for a site and a plane. */
export interface ArrayYear {
  readonly planeW: Float64Array
  readonly monthOfDay: ArrayLike<number>
}

const years = new WeakMap<Site, SyntheticYear>()

/** Heavy the first time for a site: some tens of milliseconds. Null while sun or latitude are missing. */
export function arrayYear({ job, site }: Design): ArrayYear | null {
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
  const planeW = yearInPlane(made, {
    tiltDeg: site.tiltDeg.value,
    azimuthDeg: site.azimuthDeg.value,
    albedo: site.albedoFraction.value,
    sky: 'isotropic',
  })
  return { planeW: scaledToMonths(planeW, made.monthOfDay, site.sunHours.value), monthOfDay: made.monthOfDay }
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

/** What controllers cut off in a synthetic year, kWh, and of what the array could give. */
export function clippedInYear(design: Design, { planeW }: ArrayYear): { clippedKwh: number; possibleKwh: number } {
  const { losses, controllerLoss } = shares(design)
  const systemV = design.battery.systemVoltageV.value
  let clippedWh = 0
  let possibleWh = 0
  for (const { panel, controller, quantity, strings } of everyString(design)) {
    const peakW = panel.powerW * strings.panelsPerString * strings.stringsPerController * quantity
    const limitW = controller.ratedOutputA * systemV * quantity
    for (const watts of planeW) {
      const outputW = (peakW * watts * losses * controllerLoss) / 1000
      possibleWh += outputW
      if (outputW > limitW) clippedWh += outputW - limitW
    }
  }
  return { clippedKwh: clippedWh / 1000, possibleKwh: possibleWh / 1000 }
}

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

/** A day of the darkest fortnight: state of charge at its end, 0 to 1, and what could not be given, Wh. */
export interface DarkDay {
  readonly dayOfYear: number
  readonly sunHours: number
  readonly stateOfCharge: number
  readonly missedWh: number
}

export interface DarkFortnight {
  readonly alone: readonly DarkDay[]
  /** With generator, mains and alternator as planned; null where there are none. */
  readonly backed: readonly (DarkDay & { readonly backupHours: number })[] | null
}

const FORTNIGHT = 14

/** The fourteen days running with the least sun of those in use, begun on a full bank. Null while the design is not whole. */
export function darkFortnight(design: Design, { planeW, monthOfDay }: ArrayYear): DarkFortnight | null {
  const { job, battery, array, backup } = design
  const { bank } = battery
  if (!bank || !array.arrayPowerW) return null
  const arrayW = array.arrayPowerW.value + array.further.reduce((sum, { powerW }) => sum + powerW.value, 0)
  const daySun = Array.from({ length: 365 }, (_, day) =>
    planeW.subarray(day * 24, day * 24 + 24).reduce((sum, watts) => sum + watts / 1000, 0),
  )
  const used = (day: number) => job.site.monthsInUse.includes((monthOfDay[day % 365] ?? 0) + 1)
  const needOf = (day: number) => array.needWh[monthOfDay[day % 365] ?? 0] ?? 0
  const yieldOf = (day: number) =>
    (daySun[day % 365] ?? 0) * arrayW * (array.efficiencyByMonth.value[monthOfDay[day % 365] ?? 0] ?? 0)
  let start = 0
  let worstWh = Number.POSITIVE_INFINITY
  for (let day = 0; day < 365; day++) {
    if (!used(day) || !used(day + FORTNIGHT - 1)) continue
    let balanceWh = 0
    for (let i = 0; i < FORTNIGHT; i++) balanceWh += yieldOf(day + i) - needOf(day + i)
    if (balanceWh < worstWh) [start, worstWh] = [day, balanceWh]
  }
  // All that the bank gives on average over its life, below its depth nothing.
  const wholeWh = bank.usableWh.value / battery.depthOfDischarge.value
  const floorWh = wholeWh - bank.usableWh.value
  const alternatorWh = backup.alternator?.dailyEnergyWh.value ?? 0
  const chargeWh = backup.charge ? backup.charge.powerW.value * (battery.item?.roundTripEfficiency ?? 1) : 0
  const run = (backed: boolean) => {
    let heldWh = wholeWh
    return Array.from({ length: FORTNIGHT }, (_, i) => {
      const day = start + i
      let balanceWh = yieldOf(day) - needOf(day) + (backed ? alternatorWh : 0)
      let backupHours = 0
      const aheadWh = heldWh + balanceWh
      if (backed && chargeWh > 0 && aheadWh < backup.startAt.value * wholeWh) {
        backupHours = Math.min(24, (backup.stopAt.value * wholeWh - aheadWh) / chargeWh)
        balanceWh += backupHours * chargeWh
      }
      const wantedWh = heldWh + balanceWh
      const missedWh = Math.max(0, floorWh - wantedWh)
      heldWh = Math.min(wholeWh, Math.max(floorWh, wantedWh))
      return {
        dayOfYear: (day % 365) + 1,
        sunHours: daySun[day % 365] ?? 0,
        stateOfCharge: heldWh / wholeWh,
        missedWh,
        backupHours,
      }
    })
  }
  const hasSource = backup.charge !== null || (backup.alternator?.charger ?? null) !== null
  return { alone: run(false), backed: hasSource ? run(true) : null }
}
