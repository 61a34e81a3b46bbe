import { describe, expect, test } from 'vitest'
import { ampacityOf } from '../src/rules/ampacity.ts'
import { sizesOf } from '../src/rules/ways.ts'
import { AMBIENT_CORRECTION_IEC } from '../src/tables/ambient-correction-iec.ts'
import { AMBIENT_CORRECTION_NA } from '../src/tables/ambient-correction-na.ts'
import { AMBIENT_CORRECTION_PV_CABLE } from '../src/tables/ambient-correction-pv-cable.ts'
import { CHEMISTRIES } from '../src/tables/chemistries.ts'
import { CONDUCTORS, conductorOf } from '../src/tables/conductor.ts'
import { EQUIPMENT_GROUNDING_NA } from '../src/tables/equipment-grounding-na.ts'
import { GROUPING_IEC } from '../src/tables/grouping-iec.ts'
import { GROUPING_NA } from '../src/tables/grouping-na.ts'
import { INSTALLATIONS } from '../src/tables/installations.ts'
import { LEAD_ACID_COLD_FACTOR } from '../src/tables/lead-acid-cold-factor.ts'
import { MONTH_MEAN_DAYS } from '../src/tables/month-mean-days.ts'
import { nextRatingA, STANDARD_RATINGS_A } from '../src/tables/standard-ratings.ts'
import { VOC_COLD_FACTOR } from '../src/tables/voc-cold-factor.ts'

const rises = (list: readonly number[]) => list.every((value, i) => i === 0 || value > (list[i - 1] ?? 0))
const falls = (list: readonly number[]) => rises(list.map((value) => -value))
const numbers = (list: readonly (number | null)[]) => list.filter((value) => value !== null)

describe('tables have no slip of the pen', () => {
  test.each(INSTALLATIONS)('%s: a thicker conductor carries more, and every size has a resistance', (installation) => {
    const limits = sizesOf(installation).map(
      (size) => ampacityOf({ installation, size, ambientC: 30, terminalC: 75, currentCarrying: 2, circuits: 1 }).limitA,
    )
    expect(rises(limits)).toBe(true)
    for (const size of sizesOf(installation)) expect(conductorOf(size).areaMm2).toBeGreaterThan(0)
  })

  test('resistance times area is that of copper, within the stranding', () => {
    for (const { size, areaMm2, resistance20cOhmPerKm } of CONDUCTORS) {
      const ohmMm2PerM = (areaMm2 * resistance20cOhmPerKm) / 1000
      expect(ohmMm2PerM, size).toBeGreaterThan(0.0168)
      expect(ohmMm2PerM, size).toBeLessThan(0.0205)
    }
  })

  test('hotter air and more neighbours leave less', () => {
    for (const column of ['insulation60', 'insulation75', 'insulation90'] as const)
      expect(falls(numbers(AMBIENT_CORRECTION_NA.map((row) => row[column])))).toBe(true)
    for (const column of ['pvc70', 'xlpe90'] as const)
      expect(falls(numbers(AMBIENT_CORRECTION_IEC.map((row) => row[column])))).toBe(true)
    expect(falls(AMBIENT_CORRECTION_PV_CABLE.map(({ factor }) => factor))).toBe(true)
    expect(falls(GROUPING_IEC.map(({ factor }) => factor))).toBe(true)
    expect(falls(GROUPING_NA.map(({ factor }) => factor))).toBe(true)
  })

  test('colder mornings raise the voltage, rows meet without a gap', () => {
    expect(rises(VOC_COLD_FACTOR.map(({ factor }) => factor))).toBe(true)
    VOC_COLD_FACTOR.forEach(({ toC }, i) => {
      if (i > 0) expect(toC).toBe((VOC_COLD_FACTOR[i - 1]?.fromC ?? 0) - 1)
    })
    expect(falls(LEAD_ACID_COLD_FACTOR.map(({ sizeMultiplier }) => sizeMultiplier))).toBe(true)
  })

  test('standard ratings rise, and the next one is found at, above and past the end', () => {
    for (const ratings of Object.values(STANDARD_RATINGS_A)) expect(rises(ratings)).toBe(true)
    expect([nextRatingA('na-breaker', 15), nextRatingA('na-breaker', 15.01), nextRatingA('na-breaker', 601)]).toEqual([
      15,
      20,
      null,
    ])
  })

  test('chemistries can be charged, kept and emptied in that order of voltage', () => {
    for (const row of CHEMISTRIES) {
      expect(row.absorbVPerCell, row.chemistry).toBeGreaterThan(row.floatVPerCell)
      expect(row.floatVPerCell, row.chemistry).toBeGreaterThan(row.lowCutoffVPerCell)
      expect(row.chargeMinC).toBeGreaterThanOrEqual(row.dischargeMinC)
    }
  })

  test('the days that stand for months are in their months; grounding conductors grow with the device', () => {
    const monthOf = (day: number) => new Date(Date.UTC(2026, 0, day)).getUTCMonth()
    expect(MONTH_MEAN_DAYS.map(monthOf)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11])
    expect(rises(EQUIPMENT_GROUNDING_NA.map(({ size }) => conductorOf(size).areaMm2))).toBe(true)
  })
})
