import { describe, expect, test } from 'vitest'
import { hasLater, laterStage } from '../src/after/later.ts'
import { laterEnergyWh } from '../src/after/later-energy.ts'
import type { Design } from '../src/chain/design.ts'
import { demoJobs, fieldStation, rescueHut } from '../src/demo/demo.ts'
import type { Job, Load } from '../src/job/schema.ts'
import { designed, load } from './designed.ts'

/** A job with one load planned for later, and no other. */
const planning = (figures: Partial<Load>, job: Job = fieldStation()): Job => ({
  ...job,
  loads: [
    ...job.loads.filter(({ stage }) => stage === 'now'),
    load({ id: 'later', name: 'Later', stage: 'later', ...figures }),
  ],
})
const stageOf = (job: Job) => {
  const stage = laterStage(designed(job))
  if (!stage) throw new Error('nothing is planned')
  return stage
}
const changeOf = (job: Job, link: string) => stageOf(job).links.find((each) => each.link === link)?.change
/** What stands there: kinds of equipment, without their number. */
const kinds = ({ battery, array, controller, inverter }: Design) => [
  battery.item?.id,
  array.layout?.panel.id,
  controller.item?.id,
  inverter.item?.id,
]

describe('the later stage', () => {
  test('is none while nothing is planned', () => {
    const now: Job = { ...rescueHut(), loads: rescueHut().loads.filter(({ stage }) => stage === 'now') }
    expect([hasLater(now), laterStage(designed(now)), laterEnergyWh(now)]).toEqual([false, null, 0])
  })

  test('counts what is planned beside what is there, and leaves today as it is', () => {
    const job = planning({ powerW: 200, hoursPerDay: 6 })
    const now = designed(job)
    const { design: later } = stageOf(job)
    expect(laterEnergyWh(job)).toBe(1200)
    expect(now.loads.acDailyEnergyWh.value).toBe(designed(fieldStation()).loads.acDailyEnergyWh.value)
    expect(later.loads.acDailyEnergyWh.value).toBeCloseTo(now.loads.acDailyEnergyWh.value + 1200, 6)
  })

  test('of a load with nothing known yet counts none, and does not fail', () => {
    expect(laterEnergyWh(planning({ powerW: null }))).toBe(0)
    expect(laterEnergyWh(planning({ quantity: 0 }))).toBe(0)
    expect(stageOf(planning({ powerW: null })).links).toHaveLength(6)
  })

  test.each(demoJobs().map((job) => [job.name, job] as const))('of %s keeps the kinds that stand there', (_, job) => {
    const more = planning({ powerW: 30, hoursPerDay: 3 }, job)
    expect(kinds(stageOf(more).design)).toEqual(kinds(designed(more)))
  })

  test('asks for no less of anything than today', () => {
    for (const powerW of [20, 150, 600]) {
      const job = planning({ powerW, hoursPerDay: 4 })
      const [now, { design: later }] = [designed(job), stageOf(job)]
      expect(later.battery.bank?.parallel.value).toBeGreaterThanOrEqual(now.battery.bank?.parallel.value ?? 0)
      expect(later.array.panels?.value).toBeGreaterThanOrEqual(now.array.panels?.value ?? 0)
      expect(later.controller.quantity).toBeGreaterThanOrEqual(now.controller.quantity)
    }
  })

  test('a small load changes nothing; a large one names how many more of each', () => {
    const small = planning({ powerW: 1, hoursPerDay: 0.5 })
    expect(stageOf(small).links.map(({ change }) => change)).toEqual(['', '', '', '', '', ''])
    const large = planning({ powerW: 600, hoursPerDay: 8 })
    const [now, { design: later }] = [designed(large), stageOf(large)]
    const strings = (later.battery.bank?.parallel.value ?? 0) - (now.battery.bank?.parallel.value ?? 0)
    expect(changeOf(large, 'battery')).toBe(`${strings} more string${strings > 1 ? 's' : ''}`)
    expect(changeOf(large, 'array')).toMatch(/^\d+ more panels?$/)
  })

  test('a load the inverter cannot start or carry asks for a larger one', () => {
    expect(changeOf(planning({ powerW: 5000, hoursPerDay: 0.1 }), 'inverter')).toMatch(/larger inverter|more inverter/)
    expect(changeOf(planning({ powerW: 5000, hoursPerDay: 0.1, supply: 'dc' }), 'inverter')).toBe('')
  })
})
