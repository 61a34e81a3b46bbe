import { runDays } from './balance.ts'

/** What a plant hands the loop, the same in every lane. */
export interface PlantRows {
  readonly parameters: Float64Array
  readonly schedule: Float64Array
  readonly divisor: number
}

/** The weather and days of one year. */
export interface YearRows {
  readonly weather: Float64Array
  readonly days: Float64Array
}

/** What one year carries along and adds up: read before a run, written after it. */
export interface LaneRows {
  readonly state: Float64Array
  readonly totals: Float64Array
  readonly extremes: Float64Array
  readonly dumps: Float64Array
}

/** Years put side by side, to be worked as often as wanted. */
export interface Placed {
  readonly years: readonly YearRows[]
  readonly weatherAt: number
  readonly daysAt: number
}

/** Works some years side by side. */
export interface Beside {
  /** Years that are worked at once. */
  readonly count: number
  /** Puts up to `count` years side by side: one more group, or the first again where it is asked to begin anew. */
  place(years: readonly YearRows[], anew?: boolean): Placed
  /** Works the days from one up to another; `rows` one for each year that was placed. */
  run(plant: PlantRows, placed: Placed, firstDay: number, pastDay: number, rows: readonly LaneRows[]): void
}

/** The loop for one year after another, where WebAssembly is refused: slower, and the same figures. */
export class OneByOne implements Beside {
  constructor(readonly count: number) {}

  place(years: readonly YearRows[], _anew?: boolean): Placed {
    return { years, weatherAt: 0, daysAt: 0 }
  }

  run(plant: PlantRows, { years }: Placed, firstDay: number, pastDay: number, rows: readonly LaneRows[]): void {
    for (const [lane, { state, totals, extremes, dumps }] of rows.entries()) {
      const year = years[lane]
      if (year) runDays({ ...plant, ...year, dumps }, firstDay, pastDay, state, totals, extremes, null)
    }
  }
}
