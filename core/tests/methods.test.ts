// Long: one list of worked examples.
import { describe, expect, test } from 'vitest'
import { METHODS, methodOf, nearIds } from '../src/chain/methods.ts'
import { InputError } from '../src/method/input-error.ts'
import { runMethod } from '../src/method/method.ts'
import examples from './fixtures/methods.json' with { type: 'json' }

interface Example {
  method: string
  input: unknown
  expected?: Record<string, unknown>
  refused?: boolean
}

/** Relative tolerance: 2 % for the transposition, 0.1 % elsewhere. Positions are compared to 0.05°. */
function expectClose(came: unknown, wanted: unknown, method: string, path: string): void {
  if (typeof wanted === 'number') {
    expect(typeof came, path).toBe('number')
    const relative = method === 'sun.plane-monthly' ? 0.02 : 0.001
    const tolerance = method === 'sun.position' ? 0.05 : Math.max(Math.abs(wanted) * relative, 1e-6)
    expect(Math.abs((came as number) - wanted), `${path}: got ${came}, wanted ${wanted}`).toBeLessThanOrEqual(tolerance)
  } else if (Array.isArray(wanted)) {
    for (const [i, item] of wanted.entries()) expectClose((came as unknown[])[i], item, method, `${path}.${i}`)
  } else {
    expect(came, path).toEqual(wanted)
  }
}

describe('worked examples of the handbook', () => {
  test.each((examples as Example[]).map((example, i) => [`${i} ${example.method}`, example] as const))(
    '%s',
    (_, example) => {
      const method = methodOf(example.method)
      if (example.refused) {
        expect(() => runMethod(method, example.input)).toThrow(InputError)
        return
      }
      const output = runMethod(method, example.input) as Record<string, unknown>
      for (const [key, wanted] of Object.entries(example.expected ?? {})) {
        expectClose(output[key], wanted, example.method, key)
      }
    },
  )

  test('every method of the handbook has at least one example', () => {
    const shown = new Set((examples as Example[]).map((example) => example.method))
    const own = [
      'load.day-total',
      'load.in-month',
      'load.converter-loss',
      'load.standby',
      'load.box-heating',
      'load.heater-power',
      'load.heaviest-days',
      'load.bus-year',
      'load.shift-saving',
      'load.measured-share',
      'load.after-dark',
      'string.open-voltage-now',
      'string.short-current-now',
      'wire.drop-at-load',
      'sun.shaded-hours',
      'sun.flat-from-plane',
      'sun.horizon-loss',
      'sun.seasonal-positions',
      'sun.planes-together',
      'sun.day-clearness',
      'sun.hour-diffuse',
      'sun.hour-plane',
      'sun.synthetic-year',
      'battery.sheet-temperature-factor',
      'battery.autonomy',
      'array.layout',
      'string.voltages',
      'array.month-yield',
      'array.recovery-time',
      'array.heat-loss',
      'array.monthly-efficiency',
      'array.ac-coupled',
      'inverter.thin-air',
      'inverter.search-mode',
      'backup.generator-year',
      'backup.alternator',
      'battery.self-discharge',
      'load.box-holds',
      'wire.bank-current',
      'wire.shared-current',
      'wire.ac-current',
      'wire.conductor',
      'wire.prospective',
      'wire.lost-energy',
      'wire.payback',
      'protect.least',
      'parts.total',
      'parts.sale-price',
      'parts.axle-loads',
      'options.delivered-price',
    ]
    expect(new Set(METHODS.map((method) => method.id).filter((id) => !shown.has(id)))).toEqual(new Set(own))
  })
})

describe('methods of our own', () => {
  test.each([
    ['load.day-total', { dailyEnergiesWh: [100, 250.5] }, { dailyEnergyWh: 350.5 }],
    ['array.recovery-time', { deficitWh: 9000, yieldWh: 4500, busDailyEnergyWh: 3000 }, { recoveryDays: 6 }],
    ['array.recovery-time', { deficitWh: 9000, yieldWh: 3000, busDailyEnergyWh: 3000 }, { recoveryDays: null }],
    [
      // A cell at 30 °C + 25/800 × 600 = 48.75 °C stands 23.75 K above test conditions.
      'array.heat-loss',
      { dayAirC: Array(12).fill(30), irradianceWPerM2: 600, noctC: 45, pmpCoeffPerC: -0.004 },
      { lossByMonth: Array(12).fill(0.095) },
    ],
    [
      // In the cold nothing is gained.
      'array.heat-loss',
      { dayAirC: Array(12).fill(-20), noctC: 45, pmpCoeffPerC: -0.004 },
      { lossByMonth: Array(12).fill(0) },
    ],
    [
      'array.monthly-efficiency',
      { systemEfficiency: 0.8, lossByMonth: Array(12).fill(0.1) },
      { efficiencyByMonth: Array(12).fill(0.72) },
    ],
    [
      'array.ac-coupled',
      {
        arrayEfficiency: 0.9,
        ownInverterEfficiency: 0.96,
        dayFraction: 0.5,
        inverterEfficiency: 0.9,
        batteryEfficiency: 0.9,
      },
      { byDay: 0.96, byNight: 0.69984, efficiency: 0.82992 },
    ],
    ['inverter.thin-air', { altitudeM: 2500 }, { altitudeFactor: 0.85 }],
    ['inverter.search-mode', { idleW: 20, searchW: 2, awakeHours: 6, hoursPerDay: 24 }, { averageIdleW: 6.5 }],
    [
      'backup.generator-year',
      {
        deficitWh: [1800, ...Array(11).fill(0)],
        daysInMonth: Array(12).fill(30),
        chargerPowerW: 2000,
        chargeEfficiency: 0.9,
        demandW: 3000,
        generatorW: 4000,
        siteFactor: 1,
        fuelPoints: [
          { loadFraction: 0.5, litresPerHour: 1 },
          { loadFraction: 1, litresPerHour: 2 },
        ],
      },
      {
        litresPerHour: 1.5,
        hoursByMonth: [30, ...Array(11).fill(0)],
        litresByMonth: [45, ...Array(11).fill(0)],
        hours: 30,
        litres: 45,
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
      { drawnA: 34.285714285714285, allowedA: 30, dailyEnergyWh: 729.6 },
    ],
    ['load.box-holds', { coldestC: -20, setPointC: 5, boxWPerK: 1.5, heaterW: 30 }, { heldC: 0 }],
    ['load.box-holds', { coldestC: -5, setPointC: 5, boxWPerK: 1.5, heaterW: 30 }, { heldC: 5 }],
    ['battery.self-discharge', { bankEnergyWh: 10_000, fractionPerMonth: 0.03 }, { dailyEnergyWh: 9.856262833675565 }],
    [
      // 2,000 and a tenth, 150 added, 10 h at 55, a fifth of tax.
      'parts.sale-price',
      { parts: 2000, added: 150, markUpFraction: 0.1, hours: 10, hourPrice: 55, taxFraction: 0.2 },
      { partsSale: 2200, labour: 550, net: 2900, tax: 580, gross: 3480 },
    ],
    [
      // 100 kg halfway, 40 kg behind the rear axle: it lifts the front by 10.
      'parts.axle-loads',
      { massesKg: [100, 40], behindM: [1, 2.5], wheelbaseM: 2 },
      { rearKg: 100, frontKg: 40 },
    ],
    [
      'options.delivered-price',
      { systemPrice: 9000, bankPrice: 3000, bankYears: 8, horizonYears: 15, yearlyEnergyKwh: 1000 },
      { sets: 2, wholePrice: 12_000, pricePerKwh: 0.8 },
    ],
    [
      'sun.shaded-hours',
      { planeKwhPerM2Day: Array(12).fill(2), shadeFraction: Array(12).fill(0.25) },
      { peakSunHours: Array(12).fill(1.5) },
    ],
    [
      'battery.sheet-temperature-factor',
      {
        cellC: 0,
        capacityPoints: [
          { cellC: -10, factor: 0.8 },
          { cellC: 10, factor: 1 },
        ],
      },
      { temperatureFactor: 0.9 },
    ],
    [
      'battery.autonomy',
      { bankEnergyWh: 10_000, depthOfDischarge: 0.8, busDailyEnergyWh: 4000 },
      { usableEnergyWh: 8000, autonomyDays: 2 },
    ],
    ['load.measured-share', { dailyEnergiesWh: [300, 100], measured: [true, false] }, { measuredFraction: 0.75 }],
    ['load.measured-share', { dailyEnergiesWh: [], measured: [] }, { measuredFraction: 0 }],
    ['load.after-dark', { hourlyW: Array(24).fill(10), sunriseH: 7.5, sunsetH: 16.5 }, { afterDarkFraction: 15 / 24 }],
    ['wire.bank-current', { inverterA: 60, dcLoadsA: 5, chargeA: 90 }, { currentA: 90 }],
    ['wire.bank-current', { inverterA: 90, dcLoadsA: 5, chargeA: 90 }, { currentA: 95 }],
    ['wire.shared-current', { currentA: 120, alike: 4, out: 1 }, { eachA: 40 }],
    ['wire.prospective', { sourceA: 10000, voltageV: 48, leadOhm: 0.0012 }, { prospectiveA: 8000 }],
    ['wire.prospective', { sourceA: 0, voltageV: 48, leadOhm: 0 }, { prospectiveA: 0 }],
    ['wire.lost-energy', { lossW: 2, runs: 2, fullHoursPerYear: 1e3, pricePerKwh: 1 }, { lostKwhPerYear: 4 }],
    ['wire.payback', { priceMore: 30, lostPricePerYear: 10, lossFraction: 0.4 }, { years: 5 }],
    ['wire.payback', { priceMore: 30, lostPricePerYear: 0, lossFraction: 0.4 }, { years: null }],
    ['protect.least', { designA: 60, factor: 1, continuousA: 50, continuousFactor: 1.25 }, { minimumA: 62.5 }],
    ['protect.least', { designA: 60, factor: 1.25, continuousA: 50, continuousFactor: 1.25 }, { minimumA: 75 }],
    [
      // 40 A device at 35 °C on XLPE clipped to a wall with 70 °C terminals: 6 mm² holds 46 A.
      'wire.conductor',
      {
        currentA: 32,
        carryA: 40,
        workingA: 30,
        lengthM: 1,
        voltageV: 24,
        installation: 'iec-xlpe90-c',
        ambientC: 35,
        terminalC: 70,
      },
      { size: '6 mm2', parallel: 1, ampacityA: 46, limitedBy: 'ampacity' },
    ],
    ['wire.ac-current', { apparentPowerVA: 2300, voltageV: 230 }, { currentA: 10 }],
    ['parts.total', { prices: [10, 20.5], weightsKg: [1, 2] }, { price: 30.5, weightKg: 3 }],
    [
      'array.layout',
      { panelsPerString: 2, stringsPerController: 3, controllers: 2, panelPowerW: 430 },
      { panels: 12, arrayPowerW: 5160, controllerArrayPowerW: 2580 },
    ],
    [
      'string.voltages',
      { panelsPerString: 3, vocColdV: 42, vocV: 39, vmpV: 33, vmpHotV: 29 },
      { coldV: 126, openV: 117, workingV: 99, hotV: 87 },
    ],
    [
      'array.month-yield',
      {
        arrayPowerW: 1000,
        peakSunHours: Array(12).fill(3),
        systemEfficiency: 0.7,
        busDailyEnergyWh: Array(12).fill(2000),
      },
      { yieldWh: Array(12).fill(2100), balanceWh: Array(12).fill(100) },
    ],
  ])('%s', (id, input, wanted) => {
    const output = runMethod(methodOf(id), input) as Record<string, unknown>
    for (const [key, value] of Object.entries(wanted)) expectClose(output[key], value, id, key)
  })
})

describe('refusals', () => {
  test.each([
    ['load.power-from-label', { voltageV: -5, currentA: 2 }, 'voltageV: got -5; allowed: a number above 0 V'],
    ['load.power-from-label', undefined, 'input: is missing; allowed: an object with its fields by name'],
    ['load.ac-demand', { loads: [5] }, 'loads.0: got 5; allowed: an object with its fields by name'],
    ['load.power-from-label', { currentA: 2 }, 'voltageV: is missing; allowed: a number above 0 V'],
    ['load.power-from-label', { voltageV: 'abc', currentA: 2 }, 'voltageV: got "abc"; allowed: a number above 0 V'],
    ['load.power-from-label', { voltageV: 12, currentA: 2, amps: 3 }, 'amps: there is no such input'],
    [
      'load.daily-energy',
      { quantity: 1, powerW: 5, hoursPerDay: 25 },
      'hoursPerDay: got 25; allowed: a number from 0 to 24 h',
    ],
    [
      'sun.position',
      { latitudeDeg: 0, longitudeDeg: 0, utc: '2026-02-30T00:00:00Z' },
      'utc: got "2026-02-30T00:00:00Z"; allowed: an instant as',
    ],
    [
      'wire.ampacity',
      { installation: 'battery-105', size: '35 mm2' },
      'size: got "35 mm2"; allowed: a size of the table',
    ],
    [
      'wire.ampacity',
      { installation: 'iec-xlpe90-c', size: '6 mm2', ambientC: 81 },
      'ambientC: got 81; allowed: a number up to 80',
    ],
    [
      'string.limits',
      { vocV: 40, vmpV: 33, coldestC: -41, hottestCellC: 60, controllerMaxV: 100, batteryMaxV: 14 },
      'coldestC: got -41',
    ],
    ['battery.lead-acid-temperature-factor', { electrolyteC: -4 }, 'electrolyteC: got -4; allowed: a number from -3.9'],
    ['load.power-from-label', { voltageV: 1e308, currentA: 1e308 }, 'of a size that can be reckoned with'],
  ])('%s names what came and what is allowed', (id, input, message) => {
    expect(() => runMethod(methodOf(id), input)).toThrow(message)
  })

  test('an unknown id lists near ones', () => {
    expect(() => methodOf('batery.bank')).toThrow('near it: battery.bank')
    expect(nearIds('voltage drop')).toContain('wire.voltage-drop')
    expect(nearIds('zzzzzzzzzzzzzzzzzzzzzzzz')).toEqual([])
  })
})
