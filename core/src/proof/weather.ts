import { type Around, type ArrayLight, arrayLight, type LitPlane, yearOnArray } from '../site/array-light.ts'
import { type MeasuredHours, measuredYear } from '../site/measured-year.ts'
import { HOURS_IN_YEAR } from '../site/sun-path.ts'
import { MONTH_OF_DAY, type SyntheticYear, syntheticYear } from '../site/synthetic-year.ts'
import { WEATHER_WIDTH } from './terms.ts'

/** What the weather of a site is made from: all that its years have in common. */
export interface WeatherBrief extends Around {
  readonly latitudeDeg: number
  /** Sun on the flat, January first. */
  readonly flatKwhPerM2Day: readonly number[]
  readonly monthMeanC: readonly number[]
  readonly daySwingK: number
  readonly recordLowC: number | null
  /** Hours by which the sun's noon comes after twelve on the clock, January first. */
  readonly noonLateH: readonly number[]
  /** Planes of the three arrays of the balance; empty for one that is not there. */
  readonly arrays: readonly (readonly LitPlane[])[]
}

/** Arrays of the balance. */
const ARRAYS = 3

/** Weather of a site, its geometry worked once: each year is then made in about half a millisecond. */
export class Weather {
  private readonly lights: readonly (ArrayLight | null)[]

  constructor(readonly brief: WeatherBrief) {
    const known = new Map<string, ArrayLight>()
    this.lights = brief.arrays.slice(0, ARRAYS).map((planes) => {
      if (planes.length === 0) return null
      const key = JSON.stringify(planes)
      const light = known.get(key) ?? arrayLight(brief.latitudeDeg, planes, brief)
      known.set(key, light)
      return light
    })
  }

  /** The drawn year of a seed: WEATHER_WIDTH figures an hour of the clock. The same bits for the same seed. */
  year(seed: number): Float64Array {
    const { recordLowC, ...brief } = this.brief
    return this.onArrays(syntheticYear({ ...brief, seed, drawn: { recordLowC } }))
  }

  /** A year of hours that was brought in; its air is that of a typical year where it has none. */
  measured(hours: MeasuredHours): Float64Array {
    const { latitudeDeg, noonLateH } = this.brief
    const { airC } = syntheticYear({ ...this.brief, seed: 1 })
    return this.onArrays(measuredYear(latitudeDeg, hours, noonLateH, airC))
  }

  /** A year as it is, on the arrays of the site. */
  onArrays(year: SyntheticYear): Float64Array {
    const weather = new Float64Array(HOURS_IN_YEAR * WEATHER_WIDTH)
    const done = new Map<ArrayLight, Float64Array>()
    for (const [column, light] of this.lights.entries()) {
      if (light === null) continue
      const watts = done.get(light) ?? yearOnArray(light, year)
      done.set(light, watts)
      this.onTheClock(watts, weather, column)
    }
    this.onTheClock(year.airC, weather, WEATHER_WIDTH - 1)
    return weather
  }

  /** Solar hours on the clock: what falls across an hour's end is shared between two. */
  private onTheClock(solar: Float64Array, weather: Float64Array, column: number): void {
    for (let day = 0; day < 365; day++) {
      const lateH = this.brief.noonLateH[MONTH_OF_DAY[day] ?? 0] ?? 0
      const whole = Math.floor(lateH)
      const part = lateH - whole
      for (let hour = 0; hour < 24; hour++) {
        const at = day * 24 + hour
        const later = solar[wrapped(at - whole)] ?? 0
        const earlier = solar[wrapped(at - whole - 1)] ?? 0
        weather[at * WEATHER_WIDTH + column] = (1 - part) * later + part * earlier
      }
    }
  }
}

const kept: { readonly key: string; readonly weather: Weather }[] = []
/** Sites and layouts kept: a design, and those tried beside it. */
const MOST_KEPT = 6

/** The weather of a brief; the same for one that says the same, so that its geometry is worked once. */
export function weatherOf(brief: WeatherBrief): Weather {
  const key = JSON.stringify(brief)
  const known = kept.find((each) => each.key === key)
  if (known) return known.weather
  const weather = new Weather(brief)
  kept.unshift({ key, weather })
  kept.length = Math.min(kept.length, MOST_KEPT)
  return weather
}

/** The year goes round: its first hours stand in for those after its last. */
const wrapped = (hour: number): number =>
  hour < 0 ? hour + HOURS_IN_YEAR : hour >= HOURS_IN_YEAR ? hour - HOURS_IN_YEAR : hour
