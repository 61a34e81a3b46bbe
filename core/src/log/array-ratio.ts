import type { LogHours } from './days.ts'
import { median } from './episodes.ts'
import type { Expected } from './expected.ts'
import type { Reference } from './system.ts'

/** What the array gave of what it could in the sun that was measured, hours in which nothing held it back. */
export interface ArrayRatios {
  /** By day; NaN where too little free sun was measured. */
  readonly all: readonly number[]
  /** Before and after the middle of the day’s light. */
  readonly morning: readonly number[]
  readonly afternoon: readonly number[]
}

/** Free sun that must have been there: so many hours of a day, or of half a day, at this share of the array’s rating. */
const FREE_SHARE = 0.1
const FREE_H = 2
const FREE_HALF_H = 1
/** Array at which the rating is told, W/m². */
const TEST_W_PER_M2 = 1000

export function arrayRatios({ plan }: Reference, log: LogHours, expected: Expected): ArrayRatios {
  const { arrayA, arrayB } = plan.terms
  const leastW = FREE_SHARE * TEST_W_PER_M2 * (arrayA.wPerWm2 + arrayB.wPerWm2)
  const days = Array.from({ length: log.days }, (_, day) => day)
  const ratio = (day: number, fromH: number, toH: number, neededH: number): number => {
    if (expected.weatherFrom[day] !== 'sun') return Number.NaN
    let [gave, could, hours] = [0, 0, 0]
    for (let hour = fromH; hour < toH; hour++) {
      const at = day * 24 + hour
      const pvWh = log.figures.pvWh[at] ?? Number.NaN
      const couldWh = expected.pvCouldWh[at] ?? Number.NaN
      if (expected.isHeld[at] || Number.isNaN(pvWh) || !(couldWh >= leastW)) continue
      gave += pvWh
      could += couldWh
      hours += 1
    }
    return hours >= neededH ? gave / could : Number.NaN
  }
  const noon = days.map((day) => middleOfLight(expected, day))
  return {
    all: days.map((day) => ratio(day, 0, 24, FREE_H)),
    morning: days.map((day) => ratio(day, 0, Math.floor(noon[day] ?? 12), FREE_HALF_H)),
    afternoon: days.map((day) => ratio(day, Math.ceil(noon[day] ?? 12) + 1, 24, FREE_HALF_H)),
  }
}

/** Hour in the middle of what the arrays could give on a day. */
function middleOfLight({ pvCouldWh }: Expected, day: number): number {
  const lit = Array.from({ length: 24 }, (_, hour) => hour).filter((hour) => (pvCouldWh[day * 24 + hour] ?? 0) > 1)
  return lit.length > 0 ? ((lit[0] ?? 12) + (lit.at(-1) ?? 12) + 1) / 2 : 12
}

/** The middle one of some days before a day that say anything; NaN where there are too few. */
export function before(values: readonly number[], day: number, count: number, least: number): number {
  const said: number[] = []
  for (let at = day - 1; at >= 0 && said.length < count; at--) {
    const value = values[at] ?? Number.NaN
    if (!Number.isNaN(value)) said.push(value)
  }
  return said.length >= least ? median(said) : Number.NaN
}

export const mean = (values: readonly number[]): number => {
  const said = values.filter((value) => !Number.isNaN(value))
  return said.length > 0 ? said.reduce((sum, each) => sum + each, 0) / said.length : Number.NaN
}
