import { describe, expect, test } from 'vitest'
import { judged, wilsonInterval } from '../src/proof/reliability.ts'

describe('what is asked of the years', () => {
  const figures = (unmetHours: number, criticalUnmetHours = 0, generatorHours = 0) => ({
    seed: 1,
    unmetWh: unmetHours * 10,
    unmetHours,
    criticalUnmetWh: criticalUnmetHours * 5,
    criticalUnmetHours,
    longestGapHours: unmetHours,
    generatorHours,
    fuelL: 0,
    surplusWh: 0,
    lowestSoc: 0.2,
    fullCharges: 200,
    equivalentCycles: 50,
  })
  const share = { wh: 1, hours: 0.985, criticalWh: 1, criticalHours: 0.999 }
  const given = (years: ReturnType<typeof figures>[], nights = 3) => ({
    years,
    hours: years.map(() => 8760),
    criticalHours: years.map(() => 8760),
    share,
    nights,
  })
  const nothing = {
    kind: 'dwelling',
    hoursFraction: null,
    criticalFraction: null,
    yearsOfTen: null,
    generatorHours: null,
    nights: null,
  } as const

  test.each([
    [{ ...nothing, hoursFraction: 0.98 }, given([figures(100)]), [true]],
    [{ ...nothing, hoursFraction: 0.99 }, given([figures(100)]), [false]],
    [
      { ...nothing, criticalFraction: 1, yearsOfTen: 9 },
      given([...Array(9).fill(figures(50)), figures(60, 4)]),
      [true],
    ],
    [
      { ...nothing, criticalFraction: 1, yearsOfTen: 10 },
      given([...Array(9).fill(figures(50)), figures(60, 4)]),
      [false],
    ],
    [
      { ...nothing, hoursFraction: 1, yearsOfTen: 9, generatorHours: 100 },
      given([figures(0, 0, 90), figures(0, 0, 120)]),
      [true, false],
    ],
    [{ ...nothing, nights: 3 }, given([figures(0)]), [true]],
    [{ ...nothing, nights: 4 }, given([figures(0)]), [false]],
    [nothing, given([figures(8760, 8760)]), []],
  ])('%j is judged', (asked, of, met) => {
    expect(judged(asked, of).map((each) => each.met)).toEqual(met)
  })

  test('few years leave much open: Wilson’s interval, as tables have it', () => {
    const [low, high] = wilsonInterval(18, 20)
    expect(low).toBeCloseTo(0.737, 2)
    expect(high).toBeCloseTo(0.967, 2)
    expect(wilsonInterval(0, 0)).toEqual([0, 1])
  })
})
