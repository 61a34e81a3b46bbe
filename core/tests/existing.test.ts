import { describe, expect, test } from 'vitest'
import { laterStage } from '../src/after/later.ts'
import { fieldStation, rescueHut } from '../src/demo/demo.ts'
import type { Job } from '../src/job/schema.ts'
import { designed } from './designed.ts'
import { there } from './field-shapes.ts'

describe('what is already there', () => {
  const withBatteries = (quantity: number, figures: Parameters<typeof there>[2] = {}): Job => ({
    ...fieldStation(),
    existing: [there('haskerl-24-120', quantity, figures)],
  })
  const bought = (job: Job) => designed(job).parts.lines.find(({ item }) => item.id === 'haskerl-24-120')?.quantity ?? 0

  test('is not bought, unless it is taken out', () => {
    expect([bought(withBatteries(2)), bought(withBatteries(6)), bought(withBatteries(2, { kept: false }))]).toEqual([
      4, 0, 6,
    ])
  })

  test('gives less where it measures less', () => {
    const worn = designed(withBatteries(6, { measuredCapacityAh: 60 })).battery.bank?.usableWh.value ?? 0
    expect(worn).toBeCloseTo((designed(withBatteries(6)).battery.bank?.usableWh.value ?? 0) / 2, 6)
  })
})

test('later: what stands there is kept, and what must change is named', () => {
  const job = rescueHut()
  const stage = laterStage(designed(job))
  const battery = stage?.links.find(({ link }) => link === 'battery')
  expect(stage?.design.battery.item?.id).toBe(designed(job).battery.item?.id)
  expect(battery?.later).not.toBe(battery?.now)
  expect(battery?.change).toMatch(/more string/)
  expect(laterStage(designed({ ...job, loads: job.loads.filter(({ stage: when }) => when === 'now') }))).toBeNull()
})
