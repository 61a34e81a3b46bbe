import { describe, expect, test } from 'vitest'
import { efficiencyAt, inverterDay } from '../src/after/inverter-day.ts'
import { answered, answers } from '../src/chain/design.ts'
import { fieldStation, rescueHut } from '../src/demo/demo.ts'
import { EMPTY_AC_COUPLED } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { from, holds } from './definition.ts'
import { altered, designed, load, stationWith } from './designed.ts'

describe('the inverter link', () => {
  test('only appliances on DC need none', () => {
    const result = stationWith({ loads: [load({ supply: 'dc' })] })
    expect(answers(result).inverter).toBe('none needed')
    expect(answered(result).inverter).toBe(true)
    expect(result.wiring.circuits.map(({ id }) => id)).not.toContain('inverter-dc')
  })

  test('mains of another voltage take another inverter', () => {
    const { inverter } = stationWith({ site: { mainsVoltageV: 120, mainsFrequencyHz: 60 } })
    expect(inverter.item).toMatchObject({ mainsVoltageV: 120, mainsFrequencyHz: 60 })
  })

  test('heat raises the rating that is needed, idle hours the day', () => {
    const cool = stationWith({ site: { batteryRoomHighC: 25 } })
    const hot = stationWith({ site: { batteryRoomHighC: 45 } })
    expect(hot.inverter.requiredW.value).toBeCloseTo(cool.inverter.requiredW.value / 0.8, 6)
    const half = stationWith({ inverter: { hoursPerDay: 12 } })
    expect(half.loads.idleEnergyWh.value).toBe(stationWith().loads.idleEnergyWh.value / 2)
  })
})

describe('choosing an inverter', () => {
  test('the hours of the day add up to the loads, losses to more than the idle draw', () => {
    const job = fieldStation()
    const result = designed(job)
    const day = inverterDay(result)
    const wh = day?.hours.reduce((sum, { averageW }) => sum + averageW, 0) ?? 0
    expect(wh).toBeCloseTo(result.loads.acDailyEnergyWh.value, 3)
    expect(day?.lossWhPerDay).toBeGreaterThan(day?.idleWhPerDay ?? 0)
    expect(day?.leftW).toBeCloseTo(1300 * 0.98, 9)
  })

  test('efficiency lies between its points and is held at the ends', () => {
    const item = result(fieldStation())
    expect(efficiencyAt(item, 1)).toBe(item.efficiency)
    expect(efficiencyAt(item, 5)).toBe(item.efficiency)
    expect(efficiencyAt(item, 0)).toBe(item.efficiencyPoints?.[0]?.efficiency)
    expect(efficiencyAt({ ...item, efficiencyPoints: null }, 0.2)).toBe(item.efficiency)
  })
  const result = (job: Job) => {
    const { item } = designed(job).inverter
    if (!item) throw new Error('no inverter')
    return item
  }

  test('thin air asks for more, and sleep draws less', () => {
    const low = designed({ ...rescueHut(), site: { ...rescueHut().site, altitudeM: 100 } })
    expect(designed(rescueHut()).inverter.requiredW.value).toBeCloseTo(low.inverter.requiredW.value / 0.874, 6)
    const sleeper = altered(rescueHut(), (option) => ({
      ...option,
      inverter: { ...option.inverter, searchMode: true },
    }))
    expect(designed(sleeper).inverter.idleW.value).toBeLessThan(designed(rescueHut()).inverter.idleW.value)
  })

  test('a split phase takes two of 120 V in series, or one of 240 V', () => {
    const job: Job = {
      ...altered(rescueHut(), (option) => ({ ...option, inverter: { ...option.inverter, itemId: null } })),
    }
    const american = { ...job, site: { ...job.site, splitPhase: true, mainsVoltageV: 120, mainsFrequencyHz: 60 } }
    const { inverter } = designed(american)
    expect({ volts: inverter.item?.mainsVoltageV, quantity: inverter.quantity, stacking: inverter.stacking }).toEqual({
      volts: 120,
      quantity: 2,
      stacking: 'split-phase',
    })
  })

  test('an AC-coupled array brings more by day than by night', () => {
    const job = altered(fieldStation(), (option) => ({
      ...option,
      inverter: { ...option.inverter, acCoupled: { ...EMPTY_AC_COUPLED, powerW: 1000 } },
    }))
    const [coupled] = designed(job).array.further
    expect(coupled?.acEfficiency?.byDay.value).toBeGreaterThan(coupled?.acEfficiency?.byNight.value ?? 1)
    expect(designed(job).array.requiredPowerW?.value).toBeLessThan(
      designed(fieldStation()).array.requiredPowerW?.value ?? 0,
    )
  })
})

describe('definitions', () => {
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
})
