import { describe, expect, test } from 'vitest'
import { compareVoltages } from '../src/after/voltages.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import type { Catalogue } from '../src/catalogue/shelf.ts'
import { design } from '../src/chain/design.ts'
import { clinic, demoJobs, fieldStation } from '../src/demo/demo.ts'
import { apply } from '../src/edit/apply.ts'
import { emptyJob } from '../src/job/job.ts'
import { conductorOf } from '../src/tables/conductor.ts'
import { designed, load } from './designed.ts'

const areaMm2 = ({ cable }: ReturnType<typeof compareVoltages>[number]) =>
  cable ? conductorOf(cable.size).areaMm2 * cable.parallel : Number.POSITIVE_INFINITY

describe('voltages side by side', () => {
  test.each(demoJobs().map((job) => [job.name, job] as const))(
    'of %s: twice the voltage, half the current',
    (_, job) => {
      const compared = compareVoltages(designed(job))
      expect(compared.map(({ systemVoltageV }) => systemVoltageV)).toEqual([12, 24, 48])
      const [at12, at24, at48] = compared.map(({ currentA }) => currentA) as [number, number, number]
      expect(at24).toBeCloseTo(at12 / 2, 9)
      expect(at48).toBeCloseTo(at12 / 4, 9)
    },
  )

  test('a higher voltage never takes a thicker cable, nor a dearer one', () => {
    for (const job of demoJobs()) {
      const [low, middle, high] = compareVoltages(designed(job)) as [never, never, never]
      expect(areaMm2(middle)).toBeLessThanOrEqual(areaMm2(low))
      expect(areaMm2(high)).toBeLessThanOrEqual(areaMm2(middle))
    }
  })

  test('a farther inverter takes more cable, by its distance both ways', () => {
    const at = (batteryToInverterM: number) =>
      compareVoltages(designed(apply(fieldStation(), { act: 'set-site', patch: { batteryToInverterM } })))[2]
    const [near, far] = [at(1), at(9)]
    expect(far?.cable?.price ?? 0).toBeGreaterThan(near?.cable?.price ?? 0)
    expect(far?.currentA).toBe(near?.currentA)
  })

  test('where no cable of the tables carries it, that is said and not a size made up', () => {
    const heavy = { ...fieldStation(), loads: [load({ id: 'kiln', name: 'Kiln', powerW: 190_000, hoursPerDay: 1 })] }
    const [at12] = compareVoltages(designed(heavy))
    expect(at12?.currentA).toBeGreaterThan(10_000)
    expect(at12?.cable).toBeNull()
  })

  test('nothing to carry asks for no cable', () => {
    for (const { currentA, cable } of compareVoltages(designed(emptyJob('Empty'))))
      expect({ currentA, cable }).toEqual({ currentA: 0, cable: null })
  })

  test('what the shelf holds for each voltage is counted: inverters by the mains of the site', () => {
    const job = clinic()
    const { mainsVoltageV, mainsFrequencyHz } = job.site
    for (const each of compareVoltages(designed(job))) {
      const ofVoltage = SHIPPED_CATALOGUE.inverters.filter(({ dcVoltageV }) => dcVoltageV === each.systemVoltageV)
      const wrongMains = ofVoltage.filter(
        (item) => item.mainsFrequencyHz !== mainsFrequencyHz || Math.abs(item.mainsVoltageV / mainsVoltageV - 1) > 0.1,
      )
      expect(each.inverters).toBe(ofVoltage.length - wrongMains.length)
      expect(each.chargers).toBe(
        SHIPPED_CATALOGUE.chargers.filter(({ batteryVoltageV }) => batteryVoltageV === each.systemVoltageV).length,
      )
    }
    const american = apply(job, {
      act: 'set-site',
      patch: { ruleSet: 'north-american', mainsVoltageV: 120, mainsFrequencyHz: 60 },
    })
    const count = (of: typeof job) => compareVoltages(designed(of)).map(({ inverters }) => inverters)
    expect(count(american)).not.toEqual(count(job))
  })

  test('a battery that may not stand in series counts at its own voltage alone', () => {
    const battery = SHIPPED_CATALOGUE.batteries.find(
      ({ unitVoltageV, seriesAllowed }) => Math.round(unitVoltageV) === 12 && seriesAllowed,
    )
    if (!battery) throw new Error('the shelf has a battery of 12 V')
    const shelf = (seriesAllowed: boolean): Catalogue => ({
      ...SHIPPED_CATALOGUE,
      batteries: [{ ...battery, seriesAllowed }],
    })
    const count = (catalogue: Catalogue) =>
      compareVoltages(design(emptyJob('Empty'), catalogue)).map(({ batteries }) => batteries)
    expect(count(shelf(true))).toEqual([1, 1, 1])
    expect(count(shelf(false))).toEqual([1, 0, 0])
  })
})
