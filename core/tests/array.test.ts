import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { areaFit, winterSunDeg } from '../src/array/area-fit.ts'
import { inputsByPlane, stringsByPlane } from '../src/array/by-plane.ts'
import { findings } from '../src/checks/checks.ts'
import { everyString } from '../src/controller/link.ts'
import { clinic, fieldStation, rescueHut } from '../src/demo/demo.ts'
import { emptyOption, emptyPlane } from '../src/job/job.ts'
import { STANDARD_RATINGS_A } from '../src/tables/standard-ratings.ts'
import { from, holds, whole } from './definition.ts'
import { altered, designed, load, panel, stationWith } from './designed.ts'

describe('array and controller', () => {
  test('the array makes up the design month exactly or with whole panels to spare', () => {
    const { array } = stationWith()
    expect(array.arrayPowerW?.value).toBeGreaterThanOrEqual(array.requiredPowerW?.value ?? 0)
    for (const month of array.sunMonths) expect(array.balanceWh?.value[month - 1]).toBeGreaterThanOrEqual(0)
  })

  test('an automatic string stays strictly below the limit and above what charges', () => {
    for (const recordLowC of [-40, -25, -10, 0, 15]) {
      const { strings } = stationWith({ site: { recordLowC } }).controller
      expect(strings?.coldV.value).toBeLessThan(strings?.maxInputV ?? 0)
      expect(strings?.hotV.value).toBeGreaterThanOrEqual(strings?.neededV ?? 0)
    }
  })

  test('losses multiply, and what is entered takes the place of what is assumed', () => {
    const job = stationWith({
      option: {
        array: {
          ...emptyOption('a', 'A').array,
          losses: { soiling: 0.5, mismatch: 0, wiring: 0, temperature: 0, controller: 0, battery: 0, ageing: 0 },
        },
      },
    })
    expect(job.array.systemEfficiency.value).toBe(0.5)
    expect(stationWith().array.losses.battery).toMatchObject({ origin: 'catalogue', value: expect.closeTo(0.06, 9) })
  })

  test('a PWM controller takes the panel made for the battery and its loss is counted', () => {
    const pwm = stationWith({
      controller: { itemId: 'lanthorn-p20' },
      panelId: 'fenlode-250',
      loads: [load({ supply: 'dc', powerW: 20, hoursPerDay: 3 })],
    })
    expect(pwm.array.losses.pwm).toMatchObject({ origin: 'computed' })
    expect(pwm.array.layout).toMatchObject({ panelsPerString: 1, fits: true })
  })

  test('several controllers share the strings evenly', () => {
    const { array, controller } = stationWith({ controller: { quantity: 2 } })
    expect(controller.quantity).toBe(2)
    expect(array.panels?.value).toBe(
      2 * (array.layout?.panelsPerString ?? 0) * (array.layout?.stringsPerController ?? 0),
    )
  })
})

describe('choosing an array', () => {
  const plane = { ...emptyPlane('a', 'Roof'), widthM: 6, heightM: 3.9 }
  const fit = { portrait: null, gapMm: 0, edgeMm: 0 }

  test('panels on a rectangle are counted the better way round', () => {
    // 1.722 × 1.134: upright 5 × 2, across 3 × 3.
    const placed = areaFit(fieldStation().site, plane, 30, panel('dorveth-430'), fit)
    expect({ panels: placed?.panels, portrait: placed?.portrait }).toEqual({ panels: 10, portrait: true })
    const gable = areaFit(fieldStation().site, { ...plane, shape: 'triangle' }, 30, panel('dorveth-430'), fit)
    expect(gable?.panels).toBeLessThan(6)
    expect(areaFit(fieldStation().site, { ...plane, widthM: null }, 30, panel('dorveth-430'), fit)).toBeNull()
  })

  test('rows stand clear of each other’s shade at midwinter', () => {
    const rows = { ...plane, heightM: 12, mount: 'rows' as const }
    const placed = areaFit(fieldStation().site, rows, 60, panel('dorveth-430'), { ...fit, portrait: true })
    const sun = winterSunDeg(50.4)
    expect(sun).toBeGreaterThan(10)
    expect(sun).toBeLessThan(16.2)
    const lengthM = 1.722
    const shadowM = (lengthM * Math.sin(Math.PI / 3)) / Math.tan((sun * Math.PI) / 180)
    expect(placed?.pitchM).toBeCloseTo(lengthM * 0.5 + shadowM, 6)
    // South of the equator the same winter, half a year later.
    expect(winterSunDeg(-50.4)).toBeCloseTo(sun, 0)
  })

  test('whole strings lie in the planes by their parts: none lost, none empty, and no input mixes them', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 5 }), fc.nat(60), (parts, n) => {
        const sum = parts.reduce((a, b) => a + b, 0)
        const strings = stringsByPlane(
          n,
          parts.map((part) => part / sum),
        )
        expect(strings.reduce((a, b) => a + b, 0)).toBe(n)
        if (n >= parts.length) expect(Math.min(...strings)).toBeGreaterThan(0)
        const inputs = inputsByPlane(strings, 6)
        expect(inputs.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(6)
        for (const [i, count] of strings.entries()) expect((inputs[i] ?? 0) > 0).toBe(count > 0)
      }),
    )
    expect(inputsByPlane([2, 1, 1], 2)).toEqual([0, 0, 0])
  })

  test('heat takes more in a hot place, and one factor stands in place of the list', () => {
    expect(designed(clinic()).array.losses.temperature?.value).toBeGreaterThan(0.05)
    expect(designed(rescueHut()).array.losses.temperature?.value).toBe(0)
    const single = altered(clinic(), (option) => ({ ...option, array: { ...option.array, singleFactor: 0.7 } }))
    expect(designed(single).array.systemEfficiency.value).toBe(0.7)
  })

  test('a further array in another plane brings its part, is judged, and lets the main one shrink', () => {
    const open = altered(fieldStation(), (option) => ({
      ...option,
      controller: { ...option.controller, quantity: null },
    }))
    const job = altered(open, (option) => ({
      ...option,
      controller: {
        ...option.controller,
        further: [
          {
            id: 'shed',
            name: 'Shed',
            panelId: 'skerrin-110',
            controllerId: 'lanthorn-m100-20',
            quantity: 1,
            panelsPerString: 4,
            stringsPerController: 1,
            planeId: 'a',
            setA: null,
          },
        ],
      },
    }))
    const result = designed(job)
    expect(result.array.requiredPowerW?.value).toBeLessThan(designed(open).array.requiredPowerW?.value ?? 0)
    expect(everyString(result).map(({ name }) => name)).toEqual(['', 'Shed'])
    expect(result.wiring.circuits.map(({ id }) => id)).toContain('array-shed')
    // Four of 22.4 V at −11 °C stand at 99.1 V: one more would pass 100 V.
    const long = altered(job, (option) => ({
      ...option,
      controller: {
        ...option.controller,
        further: option.controller.further.map((each) => ({ ...each, panelsPerString: 5 })),
      },
    }))
    const found = findings(designed(long)).find(({ id }) => id === 'string.cold-over-limit')
    expect(found?.message).toMatch(/^Shed: A string of 5/)
  })
})

describe('definitions', () => {
  holds(
    'array.required-power',
    { busDailyEnergyWh: from(0, 1e5), peakSunHours: from(0.1, 9), systemEfficiency: from(0.1, 1) },
    (i) => ({
      arrayPowerW: i.busDailyEnergyWh / i.peakSunHours / i.systemEfficiency,
    }),
  )
  holds(
    'array.recovery-power',
    {
      busDailyEnergyWh: from(0, 1e5),
      deficitWh: from(0, 1e5),
      recoveryDays: from(0.5, 30),
      peakSunHours: from(0.1, 9),
      systemEfficiency: from(0.1, 1),
    },
    (i) => ({
      arrayPowerW: (i.busDailyEnergyWh + i.deficitWh / i.recoveryDays) / i.peakSunHours / i.systemEfficiency,
    }),
  )
  holds(
    'array.worst-month',
    {
      busDailyEnergyWh: fc.array(from(1, 1e4), { minLength: 12, maxLength: 12 }),
      peakSunHours: fc.array(from(0.1, 9), { minLength: 12, maxLength: 12 }),
      systemEfficiency: from(0.3, 1),
      backupMonths: fc.uniqueArray(whole(1, 12), { maxLength: 11 }),
    },
    (i) => {
      const wanted = i.busDailyEnergyWh.map((energy, m) =>
        i.backupMonths.includes(m + 1) ? -1 : energy / (i.peakSunHours[m] ?? 1) / i.systemEfficiency,
      )
      const arrayPowerW = Math.max(...wanted)
      return { arrayPowerW, designMonth: wanted.indexOf(arrayPowerW) + 1 }
    },
  )
  holds(
    'string.limits',
    {
      vocV: from(10, 60),
      vmpV: from(8, 50),
      coldestC: from(-39, 24),
      hottestCellC: from(30, 90),
      controllerMaxV: from(60, 600),
      batteryMaxV: from(12, 60),
      vocCoeffPerC: from(-0.004, -0.002),
      startHeadroomV: from(0, 10),
      runHeadroomV: from(0, 3),
      mpptMinV: from(0, 120),
    },
    (i) => {
      const vocColdV = i.vocV + i.vocV * i.vocCoeffPerC * (i.coldestC - 25)
      const vmpHotV = i.vmpV + i.vmpV * i.vocCoeffPerC * (i.hottestCellC - 25)
      const vocHotV = i.vocV + i.vocV * i.vocCoeffPerC * (i.hottestCellC - 25)
      const toRun = Math.ceil(Math.max(i.batteryMaxV + i.runHeadroomV, i.mpptMinV) / vmpHotV)
      const toStart = Math.ceil((i.batteryMaxV + i.startHeadroomV) / vocHotV)
      return {
        vocHotV,
        vocColdV,
        vmpHotV,
        maxSeries: Math.floor(i.controllerMaxV / vocColdV),
        minSeries: Math.max(1, toRun, toStart),
      }
    },
  )
  holds(
    'string.fuse',
    { iscA: from(1, 20), parallel: whole(1, 10), maxSeriesFuseA: fc.constantFrom(10, 15, 20, 25, 30) },
    (i) => {
      const reverseCurrentA = (i.parallel - 1) * 1.25 * i.iscA
      const next = STANDARD_RATINGS_A['pv-string-fuse'].find((rating) => rating >= 1.5625 * i.iscA)
      return {
        reverseCurrentA,
        required: reverseCurrentA > i.maxSeriesFuseA,
        minimumA: 1.5625 * i.iscA,
        ratingA: next !== undefined && next <= i.maxSeriesFuseA ? next : null,
      }
    },
  )
})
