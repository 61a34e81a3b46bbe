import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { influencesOn } from '../src/after/sensitivity.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { answers, design, stepOf } from '../src/chain/design.ts'
import { methodOf } from '../src/chain/methods.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { emptyJob, emptyLoad } from '../src/job/job.ts'
import type { Job, Load } from '../src/job/schema.ts'
import { runMethod } from '../src/method/method.ts'
import { bare } from '../src/working/working.ts'

const sized = (job: Job) => design(job, SHIPPED_CATALOGUE)
const withLoads = (job: Job, loads: Load[]): Job => ({ ...job, loads })
const aLoad = (figures: Partial<Load>): Load => ({
  ...emptyLoad('one'),
  name: 'Lamp',
  powerW: 20,
  hoursPerDay: 5,
  ...figures,
})

describe('an incomplete job', () => {
  test('with nothing entered says what comes first and fails nowhere', () => {
    const result = sized(emptyJob('New'))
    expect(result.needs.map(({ place }) => place)).toEqual([
      'site.latitudeDeg',
      'site.sunKwhPerM2Day.0',
      'site.recordLowC',
      'loads.add',
    ])
    expect(answers(result).battery).toBe('loads needed')
  })

  test('with one load and no site has a battery and an inverter, and asks for the sun', () => {
    const result = sized(withLoads(emptyJob('New'), [aLoad({})]))
    expect(result.battery.bank?.units).toBeGreaterThan(0)
    expect(result.inverter.item).not.toBeNull()
    expect(answers(result).array).toBe('sun needed')
  })

  test('a load without watts or hours is asked for by name and the rest is counted', () => {
    const job = withLoads(emptyJob('New'), [
      aLoad({}),
      aLoad({ id: 'two', name: 'Radio', powerW: null, hoursPerDay: null }),
    ])
    const result = sized(job)
    expect(result.needs.map(({ message }) => message)).toContain('the watts of Radio')
    expect(result.loads.acDailyEnergyWh.value).toBe(100)
  })

  test('a month that no sky can give is refused with the limit', () => {
    const job = fieldStation()
    const sun = [...job.site.sunKwhPerM2Day]
    sun[11] = 9
    const result = sized({ ...job, site: { ...job.site, sunKwhPerM2Day: sun } })
    expect(result.needs[0]?.message).toMatch(
      /^December: 9 kWh\/m² a day is more than the 2\.\d+ that arrive above the air/,
    )
  })

  test('a later load is listed and not sized for', () => {
    const job = fieldStation()
    const now = sized(job).loads.busDailyEnergyWh.value
    const without = sized(
      withLoads(
        job,
        job.loads.filter(({ stage }) => stage === 'now'),
      ),
    ).loads.busDailyEnergyWh.value
    expect(now).toBe(without)
  })
})

describe('the whole chain', () => {
  test.each(demoJobs().map((job) => [job.name, job] as const))(
    '%s is whole: every link answered, nothing needed',
    (_, job) => {
      const result = sized(job)
      expect(result.needs).toEqual([])
      expect(result.wiring.circuits.every(({ cable, device, mustProtect }) => cable && (device || !mustProtect))).toBe(
        true,
      )
      expect(result.parts.price.value).toBeGreaterThan(1000)
    },
  )

  test('the same job gives the same design, byte for byte', () => {
    expect(JSON.stringify(sized(fieldStation()))).toBe(JSON.stringify(sized(fieldStation())))
  })

  test('each recorded step gives its outputs again when its method is run on its inputs', () => {
    for (const step of sized(fieldStation()).steps) {
      expect(runMethod(methodOf(step.methodId), bare(step.inputs)), step.methodId).toEqual(bare(step.outputs))
    }
  })

  test('the figures agree with a design worked by hand', () => {
    // 100 W × 5 h AC, inverter W12-500: 0.9, 6 W idle; margin 10 %, standby 3 W.
    const empty = emptyJob('By hand')
    const warm = {
      ...empty,
      site: { ...empty.site, batteryRoomLowC: 20, batteryRoomHighC: 25 },
      loadMarginFraction: 0.1,
    }
    const listed = withLoads(warm, [aLoad({ powerW: 100 })])
    const job = {
      ...listed,
      options: listed.options.map((option) => ({
        ...option,
        inverter: { ...option.inverter, itemId: 'orrowell-12-500' },
      })),
    }
    const { loads, battery } = sized(job)
    expect(loads.busDailyEnergyWh.value).toBeCloseTo((500 * 1.1) / 0.9 + 6 * 24 + 3 * 24, 6)
    // three days, 80 % deep, end of life 80 %, 20 °C: ÷ (0.8 × 1 × 0.8)
    expect(battery.requiredNominalWh?.value).toBeCloseTo((loads.busDailyEnergyWh.value * 3) / 0.64, 6)
  })

  test('with the same unit, more load never asks for a smaller bank or array', () => {
    const demo = fieldStation()
    const base: Job = {
      ...demo,
      options: demo.options.map((option) => ({ ...option, battery: { ...option.battery, itemId: 'haskerl-24-120' } })),
    }
    const grown = (factor: number) =>
      sized(
        withLoads(
          base,
          base.loads.map((load) => ({ ...load, hoursPerDay: Math.min(24, (load.hoursPerDay ?? 0) * factor) })),
        ),
      )
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 1.5, noNaN: true }),
        fc.double({ min: 1, max: 1.5, noNaN: true }),
        (factor, more) => {
          const less = grown(factor)
          const larger = grown(factor * more)
          expect(larger.battery.requiredNominalWh?.value ?? 0).toBeGreaterThanOrEqual(
            (less.battery.requiredNominalWh?.value ?? 0) - 1e-6,
          )
          expect(larger.array.requiredPowerW?.value ?? 0).toBeGreaterThanOrEqual(
            (less.array.requiredPowerW?.value ?? 0) - 1e-6,
          )
        },
      ),
      { numRuns: 40 },
    )
  })

  test('an automatic bank bears the inverter and the array it stands beside', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 3500 }),
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        (powerW, hoursPerDay) => {
          const { battery, inverter, controller } = sized(withLoads(fieldStation(), [aLoad({ powerW, hoursPerDay })]))
          if (!battery.bank) return
          expect(battery.bank.maxDischargeA + 1e-6).toBeGreaterThanOrEqual(inverter.fullCurrentA?.value ?? 0)
          expect(battery.bank.maxChargeA + 1e-6).toBeGreaterThanOrEqual(controller.strings?.chargeA ?? 0)
        },
      ),
      { numRuns: 40 },
    )
  })

  test('a locked choice stays when the loads change', () => {
    const job = fieldStation()
    const [option] = job.options
    if (!option) throw new Error('no option')
    const locked: Job = { ...job, options: [{ ...option, battery: { ...option.battery, itemId: 'murrow-g6-225' } }] }
    expect(sized(locked).battery.item?.id).toBe('murrow-g6-225')
    expect(sized(withLoads(locked, locked.loads.slice(0, 2))).battery.item?.id).toBe('murrow-g6-225')
  })

  test('the southern hemisphere faces north, the north faces south', () => {
    const job = fieldStation()
    const south = {
      ...job,
      site: {
        ...job.site,
        latitudeDeg: -50.4,
        sunKwhPerM2Day: [...job.site.sunKwhPerM2Day.slice(6), ...job.site.sunKwhPerM2Day.slice(0, 6)],
      },
    }
    expect(sized(job).site.azimuthDeg.value).toBe(180)
    expect(sized(south).site.azimuthDeg.value).toBe(0)
    expect(sized(south).site.leastSunMonth).toBe(6)
  })

  test('polar night asks for a backup instead of an endless array', () => {
    const job = fieldStation()
    const polar = {
      ...job,
      site: {
        ...job.site,
        latitudeDeg: 78,
        sunKwhPerM2Day: [0, 0.1, 1.2, 3.5, 5.2, 5.4, 4.3, 2.6, 1.2, 0.05, 0, 0],
      },
    }
    expect(sized(polar).array.needs[0]?.message).toBe(
      'a backup in January: with 0.00 sun hours a day no array that anybody builds can carry it',
    )
  })
})

describe('which assumption moves a figure', () => {
  test('the need of the bank answers to its assumptions through the steps before it', () => {
    const result = sized(fieldStation())
    const figure = result.battery.requiredNominalWh
    const step = figure && stepOf(result, figure)
    if (!figure || !step) throw new Error('no working')
    const [strongest, ...rest] = influencesOn(result, step.address, 'nominalEnergyWh')
    expect(strongest?.input).toBe('agingFactor')
    // A tenth more capacity left: need ÷ 1.1.
    expect(strongest?.change).toBeCloseTo(figure.value * (1 / (0.9 * 1.1) - 1 / 0.9) * 0.9, 3)
    expect(rest.map(({ input }) => input)).toContain('marginFraction')
  })
})
