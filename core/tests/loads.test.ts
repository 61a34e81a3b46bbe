import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { methodOf } from '../src/chain/methods.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { emptyJob, emptyLoad } from '../src/job/job.ts'
import type { BatteryHeating, Job, Load, Site } from '../src/job/schema.ts'
import { dayLayers, daylightOf, hourlyW, shiftedHours } from '../src/loads/day.ts'
import { entryOf } from '../src/loads/entry.ts'
import { dayShares, weekShares } from '../src/loads/power.ts'
import { paintedLoad } from '../src/loads/shift.ts'
import { runMethod } from '../src/method/method.ts'

const load = (figures: Partial<Load>): Load => ({
  ...emptyLoad('one'),
  name: 'One',
  powerW: 100,
  hoursPerDay: 5,
  ...figures,
})
const jobWith = (loads: Partial<Load>[], site: Partial<Site> = {}, more: Partial<Job> = {}): Job => {
  const job = fieldStation()
  const listed = loads.map((figures, i) => ({ ...load(figures), id: `l${i}` }))
  return { ...job, site: { ...job.site, ...site }, loads: listed, ...more }
}
const loadsOf = (...job: Parameters<typeof jobWith>) => design(jobWith(...job), SHIPPED_CATALOGUE).loads
const energyWh = (figures: Partial<Load>) => loadsOf([figures]).rows[0]?.dailyEnergyWh?.value
const run = (id: string, input: unknown) => runMethod(methodOf(id), input) as Record<string, number>

describe('where the watts come from', () => {
  test('a label gives volts × amperes × power factor, and its working is kept', () => {
    const { rows } = loadsOf([
      { basis: 'label', powerW: null, labelVoltageV: 230, labelCurrentA: 3.1, powerFactor: 0.8 },
    ])
    expect(rows[0]?.powerW?.value).toBeCloseTo(570.4, 9)
    expect(rows[0]?.dailyEnergyWh?.value).toBeCloseTo(5 * 570.4, 9)
  })

  test('a meter gives the day, whatever hours and duty say; running watts stay what was typed', () => {
    const metered = { basis: 'meter', powerW: 90, meterEnergyKwh: 1.9, meterLoggedHours: 48 } as const
    expect(energyWh({ ...metered, hoursPerDay: 3, dutyCycle: 0.5 })).toBeCloseTo(950, 9)
    expect(energyWh({ ...metered, quantity: 2, daysPerWeek: 3.5 })).toBeCloseTo(950, 9)
    expect(loadsOf([metered]).continuousW.value).toBe(90)
    expect(loadsOf([{ ...metered, powerW: null }]).continuousW.value).toBeCloseTo(1900 / 48, 9)
  })

  test('a label without its amperes, or kept under another basis, is not used', () => {
    expect(energyWh({ basis: 'label', labelVoltageV: 230 })).toBe(500)
    expect(energyWh({ basis: 'guess', labelVoltageV: 230, labelCurrentA: 9 })).toBe(500)
  })

  test('the share measured counts meter and clamp by energy', () => {
    const loads = loadsOf([
      { basis: 'meter', powerW: 71, hoursPerDay: 10 },
      { basis: 'guess', powerW: 29, hoursPerDay: 10 },
    ])
    expect(loads.measuredFraction.value).toBeCloseTo(0.71, 9)
    expect(loads.byBasis.map(({ name, dailyEnergyWh }) => [name, dailyEnergyWh.value])).toEqual([
      ['meter', 710],
      ['guess', 290],
    ])
  })
})

describe('hours, painted and typed', () => {
  test('painted hours alone say how long; typed hours spread over the painted ones', () => {
    expect(energyWh({ hoursPerDay: null, hoursOfDay: [7, 8, 20] })).toBeCloseTo(300, 9)
    expect(energyWh({ hoursPerDay: 0.5, hoursOfDay: [7, 8, 20] })).toBeCloseTo(50, 9)
  })

  test('a weekend painted longer runs longer, and one painted empty does not run', () => {
    const weekend = energyWh({ hoursPerDay: null, hoursOfDay: [8, 9], weekendHoursOfDay: [8, 9, 10, 11, 12] })
    expect(weekend).toBeCloseTo((100 * (5 * 2 + 2 * 5)) / 7, 9)
    expect(energyWh({ hoursPerDay: null, hoursOfDay: [8, 9], weekendHoursOfDay: [] })).toBeCloseTo(1000 / 7, 9)
  })

  test('the picture of any day holds the energy of that day', () => {
    const hours = fc.option(fc.uniqueArray(fc.integer({ min: 0, max: 23 }), { minLength: 1 }), { nil: null })
    fc.assert(
      fc.property(
        hours,
        hours,
        fc.double({ min: 0.1, max: 7, noNaN: true }),
        (hoursOfDay, weekendHoursOfDay, daysPerWeek) => {
          const each = load({ hoursOfDay, weekendHoursOfDay, daysPerWeek, hoursPerDay: hoursOfDay ? null : 4 })
          const sum = (kind: 'average' | 'weekday' | 'weekend') =>
            hourlyW(each, 700, kind).reduce((total, watts) => total + watts, 0)
          expect(sum('average')).toBeCloseTo(700, 6)
          expect((5 * sum('weekday') + 2 * sum('weekend')) / 7).toBeCloseTo(700, 6)
        },
      ),
    )
  })

  test('two days a week fall on the weekend, five on weekdays, and shares average to one', () => {
    expect(weekShares(2)).toEqual({ weekday: 0, weekend: 1 })
    expect(weekShares(5)).toEqual({ weekday: 1, weekend: 0 })
    expect(weekShares(7)).toEqual({ weekday: 1, weekend: 1 })
    for (const daysPerWeek of [0.5, 2, 3, 5, 6, 7, 9]) {
      const { weekday, weekend } = dayShares(load({ daysPerWeek }))
      expect((5 * weekday + 2 * weekend) / 7).toBeCloseTo(1, 12)
    }
  })

  test('hours moved along the day go round midnight', () => {
    expect(shiftedHours([21, 22, 23], 3)).toEqual([0, 1, 2])
    expect(shiftedHours([0, 1], -2)).toEqual([22, 23])
  })
})

describe('days and months that differ', () => {
  test('the bank is sized for the heaviest days in a row, not for the week’s average', () => {
    const battery = (daysPerWeek: number) => design(jobWith([{ powerW: 1000, daysPerWeek }]), SHIPPED_CATALOGUE).battery
    const [weekend, always] = [battery(2), battery(7)]
    // Three days of autonomy: two weekend days at full, one weekday at nothing but idle.
    expect(weekend.dayToCarryWh.value).toBeGreaterThan(0.6 * always.dayToCarryWh.value)
    expect(weekend.dayToCarryWh.value).toBeLessThan(always.dayToCarryWh.value)
  })

  test.each([
    [1, 2000],
    [2, 2000],
    [3, (2 * 2000 + 1000) / 3],
    [7, (2 * 2000 + 5 * 1000) / 7],
    [9, (4 * 2000 + 5 * 1000) / 9],
  ])('the heaviest %s days of a week', (days, averageEnergyWh) => {
    const found = run('load.heaviest-days', { weekdayEnergyWh: 1000, weekendEnergyWh: 2000, days })
    expect(found.averageEnergyWh).toBeCloseTo(averageEnergyWh, 9)
  })

  test('a load of one season weighs in its months, and the heaviest of them is designed for', () => {
    const winter = [1, 1, 0, 0, 0, 0, 0, 0, 0, 0, 0.5, 1]
    const loads = loadsOf([{ powerW: 100 }, { powerW: 200, monthFactors: winter }])
    expect(loads.heaviestMonth).toBe(1)
    expect(loads.acDailyEnergyWh.value).toBeCloseTo(1500, 9)
    const [january = 0, , , , , june = 0, , , , , november = 0] = loads.busByMonthWh.value
    expect(january).toBeCloseTo(loads.busDailyEnergyWh.value, 6)
    expect(june).toBeLessThan(november)
    expect(november).toBeLessThan(january)
  })

  test('the heaviest month is the one that asks most of the bus: AC weighs with its inverter', () => {
    const winter = Array.from({ length: 12 }, (_, month) => (month === 0 ? 1 : 0))
    const summer = Array.from({ length: 12 }, (_, month) => (month === 6 ? 1 : 0))
    const loads = loadsOf([
      { powerW: 200, monthFactors: winter },
      { powerW: 210, supply: 'dc', monthFactors: summer },
    ])
    expect(loads.heaviestMonth).toBe(1)
    expect(Math.max(...loads.busByMonthWh.value)).toBeCloseTo(loads.busDailyEnergyWh.value, 6)
  })

  test('months out of use take nothing', () => {
    expect(loadsOf([{}], { monthsInUse: [5, 6] }).busByMonthWh.value.filter((wh) => wh > 0)).toHaveLength(2)
  })
})

describe('DC loads of another voltage', () => {
  test('go through a converter whose loss is counted', () => {
    const at = (figures: Partial<Load>) => loadsOf([{ supply: 'dc', ...figures }]).dcDailyEnergyWh.value
    expect(at({ voltageV: 24 })).toBe(500)
    expect(at({ voltageV: null })).toBe(500)
    expect(at({ voltageV: 12 })).toBeCloseTo(500 / 0.85, 9)
    expect(at({ voltageV: 5, converterEfficiency: 0.8 })).toBeCloseTo(625, 9)
  })
})

describe('what runs together', () => {
  test('sets of their own stand apart; the larger counts', () => {
    const of = (togetherSet: string) =>
      loadsOf([{ powerW: 900, togetherSet: 'kitchen' }, { powerW: 700, togetherSet }, { powerW: 100 }]).continuousW
        .value
    expect(of('kitchen')).toBe(1600)
    expect(of('workshop')).toBe(900)
    expect(of('')).toBe(900)
  })
})

describe('the battery box', () => {
  const box: BatteryHeating = { setPointC: 5, boxWPerK: 2, heaterW: null, supply: 'dc', seenByMonitor: false }
  const cold = [-10, -8, -2, 4, 9, 13, 15, 15, 11, 6, 0, -7]

  test('a steady cold day takes W/K times the difference, a mild one only its cold hours', () => {
    const of = (input: object) => run('load.box-heating', { setPointC: 5, boxWPerK: 2, ...input }).averageW
    expect(of({ outsideMeanC: -10, daySwingK: 6 })).toBeCloseTo(30, 9)
    expect(of({ outsideMeanC: 20, daySwingK: 8 })).toBe(0)
    const mild = of({ outsideMeanC: 5, daySwingK: 8 }) ?? 0
    expect(mild).toBeGreaterThan(0)
    expect(mild).toBeLessThan(2 * 4)
  })

  test('weighs in the winter months and asks for what the record low needs', () => {
    const loads = loadsOf([{}], { monthMeanC: cold, recordLowC: -30 }, { batteryHeating: box })
    expect(loads.heaviestMonth).toBe(1)
    expect(loads.heating?.neededW.value).toBe(70)
    expect(loads.dcDailyEnergyWh.value).toBeCloseTo(24 * 30, 6)
    expect(loads.busByMonthWh.value[0]).toBeGreaterThan(loads.busByMonthWh.value[6] ?? 0)
  })

  test('without monthly temperatures the record low stands in, and they are asked for', () => {
    const loads = loadsOf([{}], { monthMeanC: Array(12).fill(null), recordLowC: -20 }, { batteryHeating: box })
    expect(loads.needs.map(({ place }) => place)).toContain('site.monthMeanC.0')
    expect(loads.dcDailyEnergyWh.value).toBeCloseTo(24 * 50, 6)
  })
})

describe('clock and sun', () => {
  test('sunrise is told by the clock once longitude and zone are known', () => {
    const site = { ...emptyJob('x').site, latitudeDeg: 50, longitudeDeg: 0, utcOffsetH: null }
    const without = daylightOf(site, 3)
    const east = daylightOf({ ...site, longitudeDeg: 15, utcOffsetH: 0 }, 3)
    const west = daylightOf({ ...site, longitudeDeg: -15, utcOffsetH: 0 }, 3)
    // 15° are one hour; the sundial is some nine minutes behind the clock in March.
    expect((without?.riseH ?? 0) - (east?.riseH ?? 0)).toBeCloseTo(1 - 9 / 60, 1)
    expect((west?.riseH ?? 0) - (without?.riseH ?? 0)).toBeCloseTo(1 + 9 / 60, 1)
    expect(daylightOf({ ...site, latitudeDeg: null }, 3)).toBeNull()
    expect(daylightOf({ ...site, latitudeDeg: 80 }, 6)).toMatchObject({ riseH: 0, setH: 24 })
  })

  test('the picture can be of a season', () => {
    const job = jobWith([{ monthFactors: [0, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1] }])
    const energies = new Map([['l0', 500]])
    expect(dayLayers(job, energies, { by: 'load', kind: 'average', month: 1 })).toEqual([])
    expect(dayLayers(job, energies, { by: 'load', kind: 'average', month: 2 })).toHaveLength(1)
  })
})

describe('hours typed and hours painted', () => {
  const painted = load({ hoursPerDay: null, hoursOfDay: [18, 19, 20] })
  const typed = (text: string, each = painted) => {
    const entry = entryOf(each, 'hoursPerDay', text)
    if (!entry.ok) throw new Error(entry.message)
    return { ...each, ...entry.patch }
  }

  test('typed ones that fit leave the painted ones where they are', () => {
    expect(typed('90 min')).toMatchObject({ hoursPerDay: 1.5, hoursOfDay: [18, 19, 20] })
    expect(typed('', { ...painted, hoursPerDay: 2 })).toMatchObject({ hoursPerDay: null, hoursOfDay: [18, 19, 20] })
  })

  test('more than are painted go on after them, round midnight', () => {
    expect(typed('4.5').hoursOfDay).toEqual([18, 19, 20, 21, 22])
    expect(typed('5', load({ hoursOfDay: [0, 22, 23] })).hoursOfDay).toEqual([0, 1, 2, 22, 23])
    expect(typed('24').hoursOfDay).toHaveLength(24)
  })

  test('fewer painted than typed say how long as well', () => {
    expect(paintedLoad({ ...painted, hoursPerDay: 3 }, [18, 19])).toEqual({ hoursPerDay: null, hoursOfDay: [18, 19] })
    expect(paintedLoad({ ...painted, hoursPerDay: 1 }, [18, 19])).toEqual({ hoursPerDay: 1, hoursOfDay: [18, 19] })
    expect(paintedLoad({ ...painted, hoursPerDay: 1 }, null)).toEqual({ hoursPerDay: 1, hoursOfDay: null })
  })
})
