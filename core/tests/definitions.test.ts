// Long: one list of definitions.
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { methodOf } from '../src/chain/methods.ts'
import { runMethod } from '../src/method/method.ts'
import { STANDARD_RATINGS_A } from '../src/tables/standard-ratings.ts'

// Each definition of the handbook written out once more, plainly, and held against the method for inputs nobody chose.

type Numbers = Record<string, number>
const run = (id: string, input: unknown) => runMethod(methodOf(id), input) as Numbers
const from = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const whole = (min: number, max: number) => fc.integer({ min, max })

/** Holds a method against its definition: every output named by the definition within one part in 10⁹. */
function holds<T extends Record<string, fc.Arbitrary<unknown>>>(
  id: string,
  inputs: T,
  definition: (
    input: { [K in keyof T]: T[K] extends fc.Arbitrary<infer V> ? V : never },
  ) => Record<string, number | boolean | null>,
) {
  test(id, () => {
    fc.assert(
      fc.property(fc.record(inputs), (input) => {
        const output = run(id, input) as Record<string, unknown>
        for (const [key, wanted] of Object.entries(definition(input as never))) {
          if (typeof wanted === 'number')
            expect(Math.abs((output[key] as number) - wanted), key).toBeLessThanOrEqual(
              1e-9 * Math.max(1, Math.abs(wanted)),
            )
          else expect(output[key], key).toBe(wanted)
        }
      }),
    )
  })
}

describe('loads', () => {
  holds(
    'load.power-from-label',
    { voltageV: from(1, 500), currentA: from(0, 100), powerFactor: from(0.1, 1) },
    ({ voltageV, currentA, powerFactor }) => ({
      apparentPowerVA: voltageV * currentA,
      powerW: voltageV * currentA * powerFactor,
    }),
  )
  holds(
    'load.average-from-meter',
    { energyKwh: from(0, 100), loggedHours: from(0.1, 1000) },
    ({ energyKwh, loggedHours }) => ({
      averagePowerW: (1000 * energyKwh) / loggedHours,
      dailyEnergyWh: (24_000 * energyKwh) / loggedHours,
    }),
  )
  holds(
    'load.daily-energy',
    {
      quantity: whole(0, 50),
      powerW: from(0, 5000),
      hoursPerDay: from(0, 24),
      dutyCycle: from(0, 1),
      daysPerWeek: from(0, 7),
    },
    ({ quantity, powerW, hoursPerDay, dutyCycle, daysPerWeek }) => ({
      dailyEnergyWh: quantity * powerW * hoursPerDay * dutyCycle * (daysPerWeek / 7),
    }),
  )
  holds(
    'load.bus-energy',
    {
      acDailyEnergyWh: from(0, 50_000),
      dcDailyEnergyWh: from(0, 50_000),
      inverterEfficiency: from(0.5, 1),
      inverterIdleW: from(0, 200),
      inverterHoursPerDay: from(0, 24),
      otherStandbyW: from(0, 50),
      marginFraction: from(0, 1),
    },
    (i) => {
      const ac = i.acDailyEnergyWh * (1 + i.marginFraction)
      const dc = i.dcDailyEnergyWh * (1 + i.marginFraction)
      const idleEnergyWh = i.inverterIdleW * i.inverterHoursPerDay
      return {
        inverterLossWh: ac / i.inverterEfficiency - ac,
        idleEnergyWh,
        busDailyEnergyWh: ac / i.inverterEfficiency + dc + idleEnergyWh + 24 * i.otherStandbyW,
      }
    },
  )
  holds(
    'load.ac-demand',
    {
      loads: fc.array(
        fc
          .record({
            quantity: whole(1, 5),
            powerW: from(1, 2000),
            powerFactor: from(0.3, 1),
            extra: from(0, 5000),
            runsTogether: fc.boolean(),
          })
          .map(({ extra, ...load }) => ({ ...load, surgeW: load.powerW + extra })),
        { maxLength: 8 },
      ),
    },
    ({ loads }) => {
      const groups = [
        loads.filter((load) => load.runsTogether),
        ...loads.filter((load) => !load.runsTogether).map((load) => [load]),
      ]
      const most = (of: (group: typeof loads) => number) => Math.max(0, ...groups.map(of))
      const watts = (group: typeof loads) => group.reduce((sum, load) => sum + load.quantity * load.powerW, 0)
      return {
        continuousW: most(watts),
        continuousVA: most((group) =>
          group.reduce((sum, load) => sum + (load.quantity * load.powerW) / load.powerFactor, 0),
        ),
        surgeW: most((group) => watts(group) + Math.max(0, ...group.map((load) => load.surgeW - load.powerW))),
      }
    },
  )
})

describe('battery', () => {
  holds(
    'battery.required-capacity',
    {
      busDailyEnergyWh: from(1, 1e5),
      autonomyDays: from(0.1, 10),
      depthOfDischarge: from(0.1, 1),
      systemVoltageV: from(1, 60),
      temperatureFactor: from(0.3, 1),
      agingFactor: from(0.5, 1),
    },
    (i) => {
      const nominalEnergyWh =
        (i.busDailyEnergyWh * i.autonomyDays) / i.depthOfDischarge / i.temperatureFactor / i.agingFactor
      return {
        usableEnergyWh: i.busDailyEnergyWh * i.autonomyDays,
        nominalEnergyWh,
        nominalCapacityAh: nominalEnergyWh / i.systemVoltageV,
      }
    },
  )
  holds(
    'battery.bank',
    {
      unitVoltageV: fc.constantFrom(2, 6, 12, 12.8),
      unitCapacityAh: whole(10, 1000),
      systemVoltageV: fc.constantFrom(12, 24, 48),
      requiredCapacityAh: whole(1, 5000),
    },
    (i) => {
      const series = i.systemVoltageV / (i.unitVoltageV === 12.8 ? 12 : i.unitVoltageV)
      const parallel = Math.ceil(i.requiredCapacityAh / i.unitCapacityAh)
      return {
        series,
        parallel,
        units: series * parallel,
        bankVoltageV: series * i.unitVoltageV,
        bankCapacityAh: parallel * i.unitCapacityAh,
        bankEnergyWh: series * i.unitVoltageV * parallel * i.unitCapacityAh,
      }
    },
  )
  holds(
    'battery.cost',
    {
      bankPrice: from(0, 1e5),
      bankEnergyWh: from(100, 1e5),
      depthOfDischarge: from(0.1, 1),
      cycles: whole(100, 10_000),
      horizonCycles: whole(100, 20_000),
    },
    (i) => {
      const sets = Math.ceil(i.horizonCycles / i.cycles)
      return {
        sets,
        costPerCycle: (i.bankPrice * sets) / i.horizonCycles,
        costPerKwh: (i.bankPrice * sets) / i.horizonCycles / (i.bankEnergyWh * i.depthOfDischarge * 0.001),
      }
    },
  )
  holds(
    'battery.hydrogen-airflow',
    {
      cells: whole(1, 120),
      capacityAh: from(1, 3000),
      kind: fc.constantFrom('vented', 'valve-regulated'),
      mode: fc.constantFrom('float', 'boost'),
    },
    (i) => {
      const milliampsPerAh = { vented: { float: 5, boost: 20 }, 'valve-regulated': { float: 1, boost: 8 } }[
        i.kind as 'vented'
      ][i.mode as 'float']
      const airflowM3PerH = 0.05 * i.cells * milliampsPerAh * i.capacityAh * 1e-3
      return { airflowM3PerH, openingCm2: 28 * airflowM3PerH }
    },
  )
  holds(
    'battery.short-circuit',
    {
      unitVoltageV: from(1, 60),
      unitResistanceMilliohm: from(0.1, 50),
      series: whole(1, 24),
      parallel: whole(1, 16),
      leadResistanceMilliohm: from(0, 10),
    },
    (i) => ({
      prospectiveCurrentA:
        (i.unitVoltageV * i.series) /
        (((i.unitResistanceMilliohm * i.series) / i.parallel + i.leadResistanceMilliohm) / 1000),
    }),
  )
})

describe('array and strings', () => {
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
      mpptMinV: from(0, 120),
    },
    (i) => {
      const vocColdV = i.vocV + i.vocV * i.vocCoeffPerC * (i.coldestC - 25)
      const vmpHotV = i.vmpV + i.vmpV * i.vocCoeffPerC * (i.hottestCellC - 25)
      return {
        vocColdV,
        vmpHotV,
        maxSeries: Math.floor(i.controllerMaxV / vocColdV),
        minSeries: Math.max(1, Math.ceil(Math.max(i.batteryMaxV + i.startHeadroomV, i.mpptMinV) / vmpHotV)),
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

describe('controller, inverter, backup', () => {
  holds(
    'controller.mppt-output',
    { arrayPowerW: from(0, 1e4), batteryVoltageV: from(10, 60), ratedOutputA: from(5, 200), efficiency: from(0.8, 1) },
    (i) => {
      const outputCurrentA = (i.arrayPowerW * i.efficiency) / i.batteryVoltageV
      return {
        outputCurrentA,
        limitedCurrentA: Math.min(outputCurrentA, i.ratedOutputA),
        clips: outputCurrentA > i.ratedOutputA,
        clippedW: Math.max(0, i.arrayPowerW * i.efficiency - i.ratedOutputA * i.batteryVoltageV),
      }
    },
  )
  holds(
    'inverter.required',
    {
      continuousW: from(0, 1e4),
      surgeW: from(0, 3e4),
      headroom: from(1, 2),
      ambientC: from(-20, 60),
      deratePerC: from(0.001, 0.02),
      derateFromC: from(20, 40),
    },
    (i) => {
      const temperatureFactor = 1 - i.deratePerC * Math.max(0, i.ambientC - i.derateFromC)
      return { temperatureFactor, ratedW: (i.continuousW * i.headroom) / temperatureFactor, surgeW: i.surgeW }
    },
  )
  holds(
    'backup.generator',
    {
      houseLoadW: from(0, 1e4),
      chargerOutputW: from(0, 1e4),
      chargerEfficiency: from(0.5, 1),
      margin: from(1, 2),
      altitudeM: from(-400, 4000),
      ambientC: from(-20, 50),
      powerFactor: from(0.5, 1),
    },
    (i) => {
      const siteFactor =
        (1 - (0.035 * Math.max(0, i.altitudeM - 300)) / 300) * (1 - (0.01 * Math.max(0, i.ambientC - 25)) / 5.5)
      const requiredW = ((i.houseLoadW + i.chargerOutputW / i.chargerEfficiency) * i.margin) / siteFactor
      return { siteFactor, requiredW, requiredVA: requiredW / i.powerFactor }
    },
  )
  holds(
    'backup.charge-time',
    {
      energyToRestoreWh: from(0, 1e5),
      chargerCurrentA: from(1, 300),
      batteryVoltageV: from(10, 60),
      chargeEfficiency: from(0.5, 1),
    },
    (i) => ({
      chargerPowerW: i.chargerCurrentA * i.batteryVoltageV,
      hours: i.energyToRestoreWh / (i.chargerCurrentA * i.batteryVoltageV) / i.chargeEfficiency,
    }),
  )
})

describe('wiring', () => {
  holds(
    'wire.voltage-drop',
    {
      currentA: from(0, 300),
      lengthM: from(0, 100),
      size: fc.constantFrom('10 mm2', '70 mm2'),
      voltageV: from(10, 400),
      parallel: whole(1, 4),
      conductorC: from(0, 100),
      phases: fc.constantFrom('two-wire', 'three-phase'),
    },
    (i) => {
      const at20 = { '10 mm2': 1.91, '70 mm2': 0.272 }[i.size as '10 mm2']
      const ohm =
        ((i.phases === 'two-wire' ? 2 : Math.sqrt(3)) * i.lengthM * at20 * (1 + 0.00393 * (i.conductorC - 20))) /
        1000 /
        i.parallel
      return { resistanceOhm: ohm, dropV: ohm * i.currentA, dropFraction: (ohm * i.currentA) / i.voltageV }
    },
  )
  holds(
    'protect.rating',
    {
      currentA: from(0, 400),
      series: fc.constantFrom('na-breaker', 'iec-breaker', 'battery-fuse'),
      ampacityA: from(10, 700),
    },
    (i) => {
      const ratingA =
        STANDARD_RATINGS_A[i.series as 'na-breaker'].find((rating) => rating >= 1.25 * i.currentA) ?? Number.NaN
      return { minimumA: 1.25 * i.currentA, ratingA, conductorProtected: ratingA <= i.ampacityA }
    },
  )
})
