import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { answers, design } from '../src/chain/design.ts'
import { emptyJob } from '../src/job/job.ts'
import { assumedHours, dayLayers, hourlyW } from '../src/loads/day.ts'
import { from, holds, whole } from './definition.ts'
import { load, stationWith } from './designed.ts'

describe('the loads link', () => {
  test('painted hours share the energy; unpainted ones are taken about the evening', () => {
    const painted = hourlyW(load({ hoursOfDay: [8, 9] }), 500)
    expect([painted[8], painted[9], painted[10]]).toEqual([250, 250, 0])
    const assumed = (hoursPerDay: number) => assumedHours(load({ hoursPerDay }))
    expect(assumed(3).sort((a, b) => a - b)).toEqual([18, 19, 20])
    expect(assumed(24)).toHaveLength(24)
    expect(new Set(assumed(24)).size).toBe(24)
    expect(hourlyW(load({ hoursOfDay: null }), 240).reduce((sum, watts) => sum + watts, 0)).toBeCloseTo(240, 9)
  })

  test('the day draws small groups together and loses no energy', () => {
    const loads = Array.from({ length: 12 }, (_, i) =>
      load({ id: `l${i}`, name: `L${i}`, group: `G${i}`, powerW: 10 * (i + 1) }),
    )
    const job = { ...emptyJob('x'), loads }
    const { loads: result } = design(job, SHIPPED_CATALOGUE)
    const energies = new Map(result.rows.map((row) => [row.id, row.dailyEnergyWh?.value ?? 0]))
    const layers = dayLayers(job, energies, { by: 'group', kind: 'average', month: null })
    expect(layers).toHaveLength(8)
    expect(layers.at(-1)?.name).toBe('5 more')
    const sum = layers.flatMap((layer) => layer.hourlyW).reduce((total, watts) => total + watts, 0)
    expect(sum).toBeCloseTo(result.acDailyEnergyWh.value, 6)
  })

  test('without a site the day has no sun and no share after dark', () => {
    const job = { ...emptyJob('x'), loads: [load({})] }
    const { loads } = design(job, SHIPPED_CATALOGUE)
    expect(loads.daylight).toBeNull()
    expect(loads.afterDarkFraction).toBeNull()
  })

  test('the worst start is named, and its start counts on top of what runs', () => {
    const { loads } = stationWith()
    expect(loads.worstStartId).toBe('pump')
    expect(loads.surgeW.value).toBe(loads.continuousW.value + 1290 - 370)
  })

  test('a quantity of nothing asks for nothing', () => {
    const result = stationWith({ loads: [load({ quantity: 0, powerW: null })] })
    expect(result.needs).toEqual([])
    expect(answers(result).loads).toBe('nothing listed yet')
  })
})

describe('definitions', () => {
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
