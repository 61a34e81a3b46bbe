import { describe, expect, test } from 'vitest'
import { ventilation } from '../src/after/bank-care.ts'
import { alternatives, compareChemistries } from '../src/after/chemistries.ts'
import { inverterDay } from '../src/after/inverter-day.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { emptyJob } from '../src/job/job.ts'
import { CHEMISTRY_NAMES, chemistryRow } from '../src/tables/chemistries.ts'
import { designed } from './designed.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

const everyJob = [...demoJobs(), ...Object.values(FIELD_SHAPES)].map((job) => [job.name, job] as const)
const sum = (figures: readonly number[]) => figures.reduce((total, each) => total + each, 0)
const empty = designed(emptyJob('Empty'))

describe.each(everyJob)('of %s', (_, job) => {
  const result = designed(job)

  test('every chemistry stands once, the one in use with the bank of the design', () => {
    const compared = compareChemistries(result)
    expect(compared.map(({ chemistry }) => chemistry)).toEqual([...CHEMISTRY_NAMES])
    const inUse = compared.filter((each) => each.inUse)
    expect(inUse.map(({ chemistry }) => chemistry)).toEqual(result.battery.item ? [result.battery.item.chemistry] : [])
    for (const { bank } of inUse) expect(bank?.item.id).toBe(result.battery.item?.id)
  })

  test('a chemistry is shown by its cheapest bank that does it, and no bare cell where a whole unit does', () => {
    for (const { chemistry, bank, inUse } of compareChemistries(result)) {
      const fitting = result.battery.candidates.filter(
        ({ item, fits, bareCells }) => item.chemistry === chemistry && fits && !bareCells,
      )
      if (inUse || fitting.length === 0) continue
      expect(bank?.fits).toBe(true)
      // Units that are carried by hand go before others that are up to a fifth cheaper.
      const ranked = ({ item, price }: (typeof fitting)[number]) => (item.weightKg > 40 ? 1.2 * price : price)
      expect(bank && ranked(bank)).toBe(Math.min(...fitting.map(ranked)))
    }
  })

  test('one string fewer and one more stand beside the bank, each in proportion', () => {
    const beside = alternatives(result)
    const { bank } = result.battery
    if (!bank) return expect(beside).toEqual([])
    expect(beside.filter(({ chosen }) => chosen).map(({ parallel }) => parallel)).toEqual([bank.parallel.value])
    for (const { parallel, units, carriesDays } of beside) {
      expect(units).toBe(parallel * bank.series.value)
      expect(carriesDays / parallel).toBeCloseTo(bank.carriesDays.value / bank.parallel.value, 9)
    }
    const over = beside.map(({ overFraction }) => overFraction)
    expect(over).toEqual(over.toSorted((a, b) => a - b))
  })

  test('the room is aired where the cells gas, and only there', () => {
    const air = ventilation(result)
    const { item } = result.battery
    expect(air === null).toBe(item === null || chemistryRow(item.chemistry).gassing === 'none')
    if (air) expect(air.airflowM3PerH).toBeGreaterThan(0)
  })

  test('at the inverter no hour takes more on average than may run in it, and the day is that of the AC loads', () => {
    const day = inverterDay(result)
    if (!day) return expect(result.inverter.item).toBeNull()
    expect(day.hours).toHaveLength(24)
    const heaterWh = job.batteryHeating?.supply === 'ac' ? sum(day.hours.map(({ averageW }) => averageW)) : 0
    if (heaterWh === 0)
      expect(sum(day.hours.map(({ averageW }) => averageW))).toBeCloseTo(result.loads.acDailyEnergyWh.value, 6)
    for (const { averageW, lossW, efficiency } of day.hours) {
      expect(efficiency).toBeGreaterThan(0.5)
      expect(lossW).toBeGreaterThanOrEqual(averageW * (1 / efficiency - 1))
    }
    expect(day.lossWhPerDay).toBeCloseTo(sum(day.hours.map(({ lossW }) => lossW)), 9)
  })
})

describe('nothing chosen', () => {
  test('compares to nothing, and no figure is made up', () => {
    expect([alternatives(empty), ventilation(empty), inverterDay(empty)]).toEqual([[], null, null])
    for (const { price, pricePerKwh, dailyDepth } of compareChemistries(empty))
      expect([price, pricePerKwh, dailyDepth].every(Number.isFinite)).toBe(true)
  })
})

test('a subsidy moves the price of its chemistry and of no other', () => {
  const job = fieldStation()
  const subsidised = { ...job, batteryPriceFactors: { 'flooded lead-acid': 0.5 } as const }
  const [before, after] = [compareChemistries(designed(job)), compareChemistries(designed(subsidised))]
  after.forEach((each, i) => {
    const factor = each.chemistry === 'flooded lead-acid' ? 0.5 : 1
    expect(each.price).toBeCloseTo((before[i]?.price ?? 0) * factor, 6)
    expect(each.pricePerKwh).toBeCloseTo((before[i]?.pricePerKwh ?? 0) * factor, 9)
  })
})
