import { describe, expect, test } from 'vitest'
import { chargeAcceptance, hoursToFlat } from '../src/after/bank-care.ts'
import { offerPanels, planStrings } from '../src/after/planner.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { emptyJob } from '../src/job/job.ts'
import { chemistryRow } from '../src/tables/chemistries.ts'
import { altered, designed } from './designed.ts'

const each = demoJobs().map((job) => [job.name, job] as const)

describe('what can charge the bank at once', () => {
  test.each(each)('%s: the sources add up, and the bank’s usual rates are those of its chemistry', (_, job) => {
    const result = designed(job)
    const accepted = chargeAcceptance(result)
    const { bank, item } = result.battery
    if (!accepted || !bank || !item) throw new Error('no bank')
    expect(accepted.togetherA).toBeCloseTo(result.controller.chargeA + result.backup.chargeA, 9)
    expect(accepted.limitA).toBe(bank.maxChargeA)
    const { chargeRateLowPerH, chargeRateHighPerH } = chemistryRow(item.chemistry)
    expect([accepted.usualLowA, accepted.usualHighA]).toEqual([
      chargeRateLowPerH * bank.capacityAh,
      chargeRateHighPerH * bank.capacityAh,
    ])
  })

  test('is not said while there is no bank', () => {
    expect(chargeAcceptance(designed(emptyJob('Empty')))).toBeNull()
  })
})

test('a bank at a steady draw is flat after what it holds over what is drawn; never at none', () => {
  expect(hoursToFlat(4800, 200)).toBe(24)
  expect(hoursToFlat(4800, 0)).toBe(Number.POSITIVE_INFINITY)
})

describe('panels offered', () => {
  test.each(each)('%s: each panel once, those that fit first, cheapest first among them', (_, job) => {
    const offered = offerPanels(designed(job))
    expect(offered.length).toBeGreaterThan(3)
    const ids = offered.map(({ panel }) => panel.id)
    expect(new Set(ids).size).toBe(ids.length)
    const fitting = offered.filter(({ fits }) => fits)
    expect(fitting.length).toBeGreaterThan(0)
    expect(offered.slice(0, fitting.length)).toEqual(fitting)
    const prices = fitting.map(({ price }) => price)
    expect([...prices].sort((a, b) => a - b)).toEqual(prices)
  })

  test('keep to the controller a person chose', () => {
    const now = designed(fieldStation())
    const other = now.catalogue.controllers.find(
      ({ id, batteryVoltagesV }) =>
        id !== now.controller.item?.id && batteryVoltagesV.includes(now.battery.systemVoltageV.value as 24),
    )
    if (!other) throw new Error('no other controller')
    const job = altered(fieldStation(), (option) => ({
      ...option,
      controller: { ...option.controller, itemId: other.id },
    }))
    const offered = offerPanels(designed(job))
    expect(new Set(offered.map(({ controller }) => controller.id))).toEqual(new Set([other.id]))
  })

  test('and the strings of a plan, are none while there is no bank to charge', () => {
    const now = designed(emptyJob('Empty'))
    expect(offerPanels(now)).toEqual([])
    const [panel] = now.catalogue.panels
    const [controller] = now.catalogue.controllers
    if (!panel || !controller) throw new Error('nothing on the shelf')
    expect(planStrings(now, panel, controller)).toEqual([])
  })
})
