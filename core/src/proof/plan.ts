import { cyclesByDepth } from '../catalogue/curves.ts'
import type { Design } from '../chain/design.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { solarNoonLateH } from '../site/link.ts'
import { ASSUMPTIONS } from './assumptions.ts'
import { plannedArrays } from './plan-arrays.ts'
import { bankTerms, roomTerms } from './plan-bank.ts'
import { scheduleOf } from './plan-loads.ts'
import { inverterTerms, sourceTerms } from './plan-sources.ts'
import type { Terms } from './terms.ts'
import type { WeatherBrief } from './weather.ts'

/** What wears of a bank, from its sheet. */
export interface Wear {
  readonly cycleLife: readonly { readonly depth: number; readonly cycles: number }[]
  readonly calendarYears: number
  /** Of all its units, in the currency of the job. */
  readonly price: number
}

/** Terms that go by the age of the bank. */
export type AgedTerms = Pick<Terms, 'fullWh' | 'resistancePerW' | 'chargeEfficiency'>

/** All that the year reads of a design: plain data, so that it can be sent, kept and told apart by its digest. */
export interface Plan {
  readonly weather: WeatherBrief
  readonly terms: Terms
  readonly divisor: number
  readonly schedule: readonly number[]
  /** Spread of the loads from day to day. */
  readonly dayLoadSpread: number
  readonly wear: Wear
  /** Capacity left with age that the terms were made for. */
  readonly agedFactor: number
  /** The bank new, and at the end of its life: the capacity left then, of that when new. */
  readonly life: { readonly atNew: AgedTerms; readonly atEnd: AgedTerms; readonly endFraction: number }
  /** January first, 1 to 12. */
  readonly monthsInUse: readonly number[]
}

/** Why there is no year to work yet, in words. */
export type NoPlan = { readonly lacks: string }

export interface PlanChoices {
  /** Steps in an hour; 1 where not given. */
  readonly divisor?: number
  /** Capacity left with age; as the bank was sized where not given. */
  readonly agedFactor?: number
}

/**
 * What the year hour by hour reads of a design.
 * @returns what is missing, while there is no bank, no sun or nothing to carry
 * @example planOf(design(job, SHIPPED_CATALOGUE)) // { terms: { fullWh: … }, … }
 */
export function planOf(design: Design, { divisor = 1, agedFactor }: PlanChoices = {}): Plan | NoPlan {
  const { battery, site, job, loads, option } = design
  const { bank, item } = battery
  const { latitudeDeg } = job.site
  if (latitudeDeg === null || !site.sunOnFlat) return { lacks: 'the sun and the place of the site' }
  if (loads.counted.length === 0) return { lacks: 'what it must run' }
  if (!bank || !item) return { lacks: 'a battery' }
  const voltageV = bank.voltageV.value
  const stepH = 1 / divisor
  const aged = agedFactor ?? battery.agingFactor.value
  const [arrayA, arrayB, arrayC] = plannedArrays(design, voltageV)
  const atAge = (factor: number): AgedTerms => {
    const { fullWh, resistancePerW, chargeEfficiency } = bankTerms(design, item, bank, factor, stepH)
    return { fullWh, resistancePerW, chargeEfficiency }
  }
  const endFraction = DEFAULTS.endOfLifeFactor.value
  const { backup } = option
  return {
    divisor,
    agedFactor: aged,
    life: { atNew: atAge(1), atEnd: atAge(endFraction), endFraction },
    dayLoadSpread: ASSUMPTIONS.dayLoadSpread.value,
    monthsInUse: job.site.monthsInUse,
    schedule: scheduleOf(design),
    wear: { cycleLife: cyclesByDepth(item), calendarYears: item.calendarYears, price: bank.price },
    weather: {
      latitudeDeg,
      flatKwhPerM2Day: site.sunOnFlat.value,
      monthMeanC: job.site.monthMeanC.map((mean) => mean ?? DEFAULTS.yearAirC.value),
      daySwingK: job.site.daySwingK ?? DEFAULTS.daySwingK.value,
      recordLowC: job.site.recordLowC,
      noonLateH: Array.from({ length: 12 }, (_, month) => solarNoonLateH(job.site, month + 1)),
      albedoFraction: site.albedoFraction.value,
      horizon: job.site.horizon,
      openFraction: job.site.shadeFraction.map(
        (shade, month) => (1 - shade) * (1 - (job.site.snowFraction[month] ?? 0)),
      ),
      arrays: [arrayA.planes, arrayB.planes, arrayC.planes],
    },
    terms: {
      stepH,
      arrayA: arrayA.terms,
      arrayB: arrayB.terms,
      arrayC: arrayC.terms,
      ...roomTerms(design, bank, stepH),
      ...bankTerms(design, item, bank, aged, stepH),
      ordinaryShedAt: backup.ordinaryShedAt ?? -1,
      ordinaryBackAt: backup.ordinaryBackAt ?? backup.ordinaryShedAt ?? -1,
      waitShedAt: backup.waitShedAt ?? -1,
      waitBackAt: backup.waitBackAt ?? backup.waitShedAt ?? -1,
      ...inverterTerms(design, voltageV),
      ...sourceTerms(design, voltageV, divisor),
      standbyW: loads.standbyW.value,
      dumps: option.array.dumpLoads.map(({ powerW, mostKwhPerDay }) => ({
        powerW,
        mostWhPerDay: mostKwhPerDay * 1000,
      })),
    },
  }
}

/** What a plan has of its bank, and of generator, mains and engine: what another one of them would change. */
export function bankPart(design: Design, { divisor, agedFactor }: Plan): Partial<Terms> {
  const { bank, item } = design.battery
  if (!bank || !item) return {}
  const { warmthKept } = roomTerms(design, bank, 1 / divisor)
  return { warmthKept, ...bankTerms(design, item, bank, agedFactor, 1 / divisor) }
}

export function sourcePart(design: Design, { divisor }: Plan): Partial<Terms> {
  const { bank } = design.battery
  return bank ? sourceTerms(design, bank.voltageV.value, divisor) : {}
}

export const isPlan = (plan: Plan | NoPlan): plan is Plan => 'terms' in plan
