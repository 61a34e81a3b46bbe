import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { METHODS, methodOf } from '../src/chain/methods.ts'
import { InputError } from '../src/method/input-error.ts'
import { runMethod } from '../src/method/method.ts'
import { sizesOf } from '../src/rules/ways.ts'
import examples from './fixtures/methods.json' with { type: 'json' }

const run = (id: string, input: unknown) => runMethod(methodOf(id), input) as Record<string, number>
const positive = (max: number) => fc.double({ min: 0.01, max, noNaN: true })

describe('what must hold for any input', () => {
  test('more load never gives a smaller bank', () => {
    const bank = (busDailyEnergyWh: number, rest: object) => {
      const need = run('battery.required-capacity', {
        busDailyEnergyWh,
        autonomyDays: 3,
        depthOfDischarge: 0.8,
        systemVoltageV: 24,
        ...rest,
      })
      return (
        run('battery.bank', {
          unitVoltageV: 12,
          unitCapacityAh: 150,
          systemVoltageV: 24,
          requiredCapacityAh: need.nominalCapacityAh,
        }).units ?? 0
      )
    }
    fc.assert(
      fc.property(positive(50_000), positive(50_000), (a, more) => {
        expect(bank(a + more, {})).toBeGreaterThanOrEqual(bank(a, {}))
      }),
    )
  })

  test.each(['na-raceway-90', 'iec-xlpe90-c', 'battery-105'] as const)(
    'a larger cable of %s never drops more nor carries less',
    (installation) => {
      const sizes = sizesOf(installation)
      fc.assert(
        fc.property(
          fc.integer({ min: 1, max: sizes.length - 1 }),
          positive(200),
          positive(60),
          (at, currentA, lengthM) => {
            const drop = (size?: string) =>
              run('wire.voltage-drop', { currentA, lengthM, size, voltageV: 24 }).dropV ?? 0
            const carries = (size?: string) => run('wire.ampacity', { installation, size }).limitA ?? 0
            expect(drop(sizes[at])).toBeLessThanOrEqual(drop(sizes[at - 1]))
            expect(carries(sizes[at])).toBeGreaterThanOrEqual(carries(sizes[at - 1]))
          },
        ),
      )
    },
  )

  test('a colder morning never allows a longer string, by coefficient or by table', () => {
    const panel = { vocV: 40, vmpV: 33, hottestCellC: 70, controllerMaxV: 250, batteryMaxV: 29 }
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        fc.boolean(),
        (coldestC, colder, known) => {
          fc.pre(coldestC - colder >= -40)
          const of = (c: number) =>
            run('string.limits', { ...panel, coldestC: c, ...(known ? { vocCoeffPerC: -0.0028 } : {}) }).maxSeries ?? 0
          expect(of(coldestC - colder)).toBeLessThanOrEqual(of(coldestC))
        },
      ),
    )
  })

  test('the sized cable carries its device and keeps the drop', () => {
    fc.assert(
      fc.property(
        positive(150),
        positive(25),
        fc.constantFrom('iec-xlpe90-c', 'na-raceway-75', 'battery-105'),
        (currentA, lengthM, installation) => {
          const series = installation.startsWith('iec') ? 'iec-breaker' : 'na-breaker'
          try {
            const sized = run('wire.size', { currentA, lengthM, voltageV: 48, installation, series, maxParallel: 2 })
            expect(sized.ampacityA).toBeGreaterThanOrEqual(sized.deviceRatingA ?? 0)
            expect(sized.deviceRatingA).toBeGreaterThanOrEqual(1.25 * currentA)
            expect(sized.dropFraction).toBeLessThanOrEqual(0.03 + 1e-9)
          } catch (error) {
            expect(error).toBeInstanceOf(InputError) // too far for any size: refused, not guessed
          }
        },
      ),
    )
  })

  test('the sun above the air is the same a hemisphere away half a year later', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -90, max: 90, noNaN: true }),
        fc.integer({ min: 1, max: 365 }),
        (latitudeDeg, dayOfYear) => {
          const { whPerM2 = 0 } = run('sun.extraterrestrial-daily', { latitudeDeg, dayOfYear })
          expect(whPerM2).toBeGreaterThanOrEqual(0)
          expect(whPerM2).toBeLessThan(13_500)
        },
      ),
    )
  })
})

const twelve = (value: number) => Array<number>(12).fill(value)
/** An input that is answered, for each method: from the handbook's examples, or ours. */
const ANSWERED = new Map<string, Record<string, unknown>>([
  ['load.day-total', { dailyEnergiesWh: [100, 200] }],
  ['array.recovery-time', { deficitWh: 9000, yieldWh: 4500, busDailyEnergyWh: 3000 }],
  ['array.heat-loss', { dayAirC: twelve(30), noctC: 45, pmpCoeffPerC: -0.004 }],
  ['array.monthly-efficiency', { systemEfficiency: 0.8, lossByMonth: twelve(0.1) }],
  ['array.ac-coupled', { arrayEfficiency: 0.9, dayFraction: 0.5, inverterEfficiency: 0.9, batteryEfficiency: 0.9 }],
  ['inverter.thin-air', { altitudeM: 2500 }],
  ['inverter.search-mode', { idleW: 20, searchW: 2, awakeHours: 6, hoursPerDay: 24 }],
  [
    'backup.generator-year',
    {
      deficitWh: twelve(500),
      daysInMonth: twelve(30),
      chargerPowerW: 2000,
      chargeEfficiency: 0.9,
      demandW: 3000,
      generatorW: 4000,
      siteFactor: 1,
      fuelPoints: [{ loadFraction: 0.5, litresPerHour: 1 }],
    },
  ],
  [
    'backup.alternator',
    {
      outputA: 30,
      absorptionV: 14,
      batteryVoltageV: 12.8,
      efficiency: 0.875,
      chargeEfficiency: 0.95,
      alternatorV: 14,
      idleA: 60,
      hoursPerDay: 2,
    },
  ],
  ['load.measured-share', { dailyEnergiesWh: [100, 200], measured: [true, false] }],
  ['load.after-dark', { hourlyW: Array<number>(24).fill(10), sunriseH: 7, sunsetH: 17 }],
  ['load.in-month', { dailyEnergyWh: 100, monthFactor: 0.5 }],
  ['load.converter-loss', { dailyEnergyWh: 100, converterEfficiency: 0.85 }],
  ['load.standby', { controllerStandbyW: 2, monitorStandbyW: 1 }],
  ['load.box-heating', { outsideMeanC: -5, daySwingK: 8, setPointC: 5, boxWPerK: 1.5 }],
  ['load.box-holds', { coldestC: -20, setPointC: 5, boxWPerK: 1.5, heaterW: 30 }],
  ['battery.self-discharge', { bankEnergyWh: 10_000, fractionPerMonth: 0.03 }],
  ['load.heater-power', { coldestC: -20, setPointC: 5, boxWPerK: 1.5 }],
  ['load.heaviest-days', { weekdayEnergyWh: 1000, weekendEnergyWh: 2000, days: 3 }],
  [
    'load.bus-year',
    { acDailyEnergyWh: twelve(1000), dcDailyEnergyWh: twelve(500), inverterEfficiency: 0.9, idleEnergyWh: 200 },
  ],
  ['load.shift-saving', { afterDarkBeforeWh: 500, afterDarkAfterWh: 200, depthOfDischarge: 0.8 }],
  ['sun.flat-from-plane', { latitudeDeg: 40, tiltDeg: 30, azimuthDeg: 180, planeKwhPerM2Day: twelve(3), albedo: 0.2 }],
  [
    'sun.horizon-loss',
    {
      latitudeDeg: 40,
      tiltDeg: 30,
      azimuthDeg: 180,
      horizontalKwhPerM2Day: twelve(2),
      albedo: 0.2,
      horizon: [{ azimuthDeg: 180, heightDeg: 20 }],
    },
  ],
  ['sun.seasonal-positions', { planeKwhByPosition: [twelve(2), twelve(3)], positionOfMonth: twelve(2) }],
  ['sun.planes-together', { peakSunHoursByPlane: [twelve(2), twelve(3)], parts: [1, 2] }],
  ['sun.day-clearness', { monthClearness: 0.5, share: 0.5 }],
  ['sun.hour-diffuse', { clearness: 0.5 }],
  [
    'sun.hour-plane',
    {
      totalWPerM2: 500,
      diffuseWPerM2: 200,
      extraterrestrialWPerM2: 900,
      zenithDeg: 50,
      incidenceDeg: 20,
      tiltDeg: 40,
      albedo: 0.2,
    },
  ],
  ['sun.synthetic-year', { latitudeDeg: 40, horizontalKwhPerM2Day: twelve(2), seed: 3 }],
  ['sun.shaded-hours', { planeKwhPerM2Day: twelve(2), shadeFraction: twelve(0.1) }],
  ['battery.sheet-temperature-factor', { cellC: 5, capacityPoints: [{ cellC: 0, factor: 0.9 }] }],
  ['battery.autonomy', { bankEnergyWh: 10_000, depthOfDischarge: 0.8, busDailyEnergyWh: 3000 }],
  ['array.layout', { panelsPerString: 2, stringsPerController: 2, controllers: 1, panelPowerW: 400 }],
  ['string.voltages', { panelsPerString: 2, vocColdV: 42, vocV: 39, vmpV: 33, vmpHotV: 29 }],
  [
    'string.open-voltage-now',
    { panelsPerString: 3, vocV: 38.2, vocCoeffPerC: -0.0026, airC: 12, irradianceWPerM2: 650 },
  ],
  ['string.short-current-now', { iscA: 13.5, irradianceWPerM2: 650 }],
  [
    'array.month-yield',
    { arrayPowerW: 1000, peakSunHours: twelve(3), systemEfficiency: 0.7, busDailyEnergyWh: twelve(2000) },
  ],
  ['wire.bank-current', { inverterA: 60, dcLoadsA: 5, chargeA: 90 }],
  ['wire.shared-current', { currentA: 120, alike: 4, out: 1 }],
  ['wire.lost-energy', { lossW: 20, runs: 2, fullHoursPerYear: 1000, pricePerKwh: 0.5 }],
  ['wire.drop-at-load', { loadW: 1200, batteryV: 25.9, inverterEfficiency: 0.91, resistanceMilliohm: 3.4 }],
  ['wire.payback', { priceMore: 30, lostPricePerYear: 10, lossFraction: 0.4 }],
  ['wire.prospective', { sourceA: 9000, voltageV: 24, leadOhm: 0.001 }],
  ['protect.least', { designA: 60, factor: 1, continuousA: 50, continuousFactor: 1.25 }],
  [
    'wire.conductor',
    { currentA: 32, carryA: 40, workingA: 30, lengthM: 4, voltageV: 24, installation: 'iec-xlpe90-c' },
  ],
  ['wire.ac-current', { apparentPowerVA: 2300, voltageV: 230 }],
  [
    'options.delivered-price',
    { systemPrice: 9000, bankPrice: 3000, bankYears: 9, horizonYears: 15, yearlyEnergyKwh: 1200 },
  ],
  ['parts.total', { prices: [1], weightsKg: [2] }],
  ['parts.sale-price', { parts: 2000, added: 0, markUpFraction: 0.1, hours: 10, hourPrice: 55, taxFraction: 0.2 }],
  ['parts.axle-loads', { massesKg: [100], behindM: [1], wheelbaseM: 2 }],
  ...(examples as { method: string; input: Record<string, unknown>; refused?: boolean }[])
    .filter((each) => !each.refused)
    .map((each) => [each.method, each.input] as const),
])

/** The same structure with one thing in it replaced, once for each number, text and list it holds. */
function spoilt(value: unknown, wrong: unknown): unknown[] {
  if (Array.isArray(value))
    return [wrong, ...value.flatMap((item, i) => spoilt(item, wrong).map((bad) => value.with(i, bad)))]
  if (value !== null && typeof value === 'object') {
    return [
      wrong,
      ...Object.entries(value).flatMap(([key, item]) => spoilt(item, wrong).map((bad) => ({ ...value, [key]: bad }))),
    ]
  }
  return [wrong]
}

describe('every method refuses what is not a number, infinite or missing', () => {
  test('each has an input that is answered', () => {
    expect(METHODS.filter(({ id }) => !ANSWERED.has(id)).map(({ id }) => id)).toEqual([])
  })

  test.each(METHODS.map((method) => [method.id, method] as const))('%s', (id, method) => {
    const input = ANSWERED.get(id) ?? {}
    expect(() => runMethod(method, input)).not.toThrow()
    for (const key of Object.keys(input)) {
      for (const wrong of [Number.NaN, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, null]) {
        for (const bad of spoilt(input[key], wrong)) {
          expect(
            () => runMethod(method, { ...input, [key]: bad }),
            `${key} with ${wrong}: ${JSON.stringify(bad)}`,
          ).toThrow(InputError)
        }
      }
    }
    for (const [key, schema] of Object.entries(method.inputs.shape)) {
      if (schema.safeParse(undefined).success) continue
      const { [key]: _left, ...rest } = input
      expect(() => runMethod(method, rest)).toThrow(`${key}: is missing`)
    }
    for (const wrong of [undefined, null, [], 'text', 5]) expect(() => runMethod(method, wrong)).toThrow(InputError)
  })

  test('no accepted input gives a figure that is not finite', () => {
    for (const method of METHODS) {
      const input = ANSWERED.get(method.id)
      if (!input) continue
      const numbers = Object.keys(input).filter((key) => typeof input[key] === 'number')
      fc.assert(
        fc.property(fc.constantFrom(...(numbers.length > 0 ? numbers : ['none'])), fc.double(), (key, value) => {
          try {
            const output = runMethod(method, { ...input, ...(key === 'none' ? {} : { [key]: value }) })
            expect(
              JSON.stringify(output, (_k, v) => (typeof v === 'number' && !Number.isFinite(v) ? 'NOT FINITE' : v)),
            ).not.toContain('NOT FINITE')
          } catch (error) {
            expect(error).toBeInstanceOf(InputError)
          }
        }),
        { numRuns: 60 },
      )
    }
  })
})
