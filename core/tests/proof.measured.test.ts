import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { tellMeasured, workMeasured } from '../src/proof/measured.ts'
import { isQuestion, yearQuestion } from '../src/proof/with-year.ts'
import { prepare, workYear } from '../src/proof/year.ts'
import { type FileHour, type MeasuredHours, measuredHours, measuredYear } from '../src/site/measured-year.ts'
import { MONTH_OF_DAY, syntheticYear } from '../src/site/synthetic-year.ts'
import { epwYear, guessedColumns, rowsYear } from '../src/site/weather-file.ts'
import { epwText, hours as madeHours } from './made-weather.ts'

const question = yearQuestion(design(fieldStation(), SHIPPED_CATALOGUE))
if (!isQuestion(question)) throw new Error(question.lacks)
const { plan } = question
const none = Array<number>(12).fill(0)

/** A drawn year as a file on the clock would hold it, where sun and clock agree. */
function drawn(seed: number): MeasuredHours {
  const { recordLowC, ...brief } = plan.weather
  const { totalW, airC } = syntheticYear({ ...brief, seed, drawn: { recordLowC } })
  return { sunW: [...totalW], airC: [...airC] }
}

describe('a measured year', () => {
  test('a drawn year brought in as hours is the year of its seed, flow by flow', () => {
    const onTime = prepare({ ...plan, weather: { ...plan.weather, noonLateH: none } })
    const ours = workYear(onTime, 3, { flows: true })
    const { year } = workMeasured(onTime, drawn(3), 3)
    expect(year.totals.pvWh / ours.totals.pvWh).toBeCloseTo(1, 9)
    expect(year.totals.unmetHours).toBe(ours.totals.unmetHours)
    for (const [i, flow] of (ours.flows ?? []).entries())
      if (Math.abs((year.flows?.[i] ?? 0) - flow) > 1e-6 * Math.max(1, Math.abs(flow)))
        expect(year.flows?.[i]).toBe(flow)
  })

  test('hours of the clock become the sun’s, and none of their sun is lost', () => {
    const hours = drawn(5)
    const late = measuredYear(52, hours, Array<number>(12).fill(0.4), new Float64Array(8760))
    const sum = (all: ArrayLike<number>) => Array.from(all).reduce((a, b) => a + b, 0)
    expect(sum(late.totalW) / sum(hours.sunW)).toBeCloseTo(1, 9)
    // The sun's noon comes 0.4 h after twelve: its hour from twelve is the clock's from 12:24.
    expect(late.totalW[4000]).toBeCloseTo(0.6 * (hours.sunW[4000] ?? 0) + 0.4 * (hours.sunW[4001] ?? 0), 9)
    expect(late.diffuseW.every((watts, i) => watts >= 0 && watts <= (late.totalW[i] ?? 0) + 1e-9)).toBe(true)
  })

  test('tells shares, gap and sun, and says whether it alone is what the brief asks', () => {
    for (const job of demoJobs()) {
      const asked = yearQuestion(design(job, SHIPPED_CATALOGUE))
      if (!isQuestion(asked)) throw new Error(asked.lacks)
      const dark = tellMeasured(asked, { sunW: drawn(1).sunW.map((watts) => watts * 0.05), airC: null })
      const bright = tellMeasured(asked, drawn(1))
      expect(dark.share.hours).toBeLessThanOrEqual(bright.share.hours)
      expect(bright.sunHours[5]).toBeGreaterThan((dark.sunHours[5] ?? 0) * 10)
      expect(bright.seen.flows.soc).toHaveLength(8760)
      expect(dark.gapMonth > 0).toBe(dark.figures.longestGapHours > 0)
    }
  })
})

describe('hours of a file as a year', () => {
  const whole = (): FileHour[] => madeHours.map(({ month, sunW, airC }) => ({ month, sunW, airC }))

  test('an EPW file, and a table whose heading names its columns', () => {
    const { sunW, airC } = epwYear(epwText())
    expect(sunW).toEqual(madeHours.map((hour) => hour.sunW))
    expect(airC?.[14]).toBe(9)
    const columns = guessedColumns(['time', 'Temp °C', 'GHI W/m2'])
    expect(columns).toMatchObject({ sun: 2, air: 1 })
    const rows = madeHours.map((hour) => ['', String(hour.airC), String(hour.sunW).replace('.', ',')])
    expect(rowsYear(rows, columns)).toEqual({ sunW, airC })
  })

  test('29 February is left out, gaps are filled with the same hour of the month, no air is no air', () => {
    const leap = whole()
    const day = leap.slice(58 * 24, 59 * 24).map((hour) => ({ ...hour, sunW: 999 }))
    leap.splice(59 * 24, 0, ...day)
    const { sunW } = measuredHours(leap)
    expect(sunW).toHaveLength(8760)
    expect(sunW).not.toContain(999)
    const gappy = whole().map((hour, i) => ({ ...hour, airC: null, sunW: i === 12 ? null : hour.sunW }))
    expect(measuredHours(gappy).sunW[12]).toBe(150)
    expect(measuredHours(gappy).airC).toBeNull()
  })

  test('what is no year is refused with what came', () => {
    expect(() => measuredHours(whole().slice(1))).toThrow('the file has 8759 hours; expected 8760, or 8784')
    expect(() => measuredHours([...whole().slice(24 * 31), ...whole().slice(0, 24 * 31)])).toThrow(
      'hour 1 is of February; expected a year from 1 January on',
    )
    const noJune = whole().map((hour) => (hour.month === 5 ? { ...hour, sunW: null } : hour))
    expect(() => measuredHours(noJune)).toThrow('June has no sun at 0 o’clock on any day')
    expect(MONTH_OF_DAY).toHaveLength(365)
  })
})
