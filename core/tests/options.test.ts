import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { EMPTY_BACKUP, emptyJob, emptyOption } from '../src/job/job.ts'
import type { Job, Option } from '../src/job/schema.ts'
import { compareOptions } from '../src/report/options.ts'

function withOptions(...changes: ((option: Option) => Option)[]): Job {
  const job = fieldStation()
  const [first] = job.options
  if (!first) throw new Error('the demo job has an option')
  return { ...job, options: [first, ...changes.map((change, i) => ({ ...change(first), id: `o${i}` }))] }
}

describe('options side by side', () => {
  test('each is the design it would be if it were chosen', () => {
    const job = withOptions((option) => ({ ...option, name: '48 V', systemVoltageV: 48 }))
    const [a, b] = compareOptions(job, SHIPPED_CATALOGUE)
    expect(a?.price).toBe(design(job, SHIPPED_CATALOGUE).parts.price.value)
    const alone = design({ ...job, chosenOptionId: 'o0' }, SHIPPED_CATALOGUE)
    expect(b?.price).toBe(alone.parts.price.value)
    expect(b?.design.battery.systemVoltageV.value).toBe(48)
    expect(b?.usableKwh).toBeCloseTo((alone.battery.bank?.usableWh.value ?? 0) / 1000, 9)
  })

  test('lead-acid against lithium is heavier, and has its own price of a kilowatt-hour', () => {
    const job = withOptions((option) => ({ ...option, battery: { ...option.battery, itemId: 'murrow-g6-225' } }))
    const [lithium, agm] = compareOptions(job, SHIPPED_CATALOGUE)
    expect(agm?.weightKg).toBeGreaterThan(lithium?.weightKg ?? 0)
    expect(agm?.pricePerKwh?.value).not.toBe(lithium?.pricePerKwh?.value)
  })

  test('months short are told, and those left to a generator are not short', () => {
    const few = (option: Option): Option => ({
      ...option,
      controller: { ...option.controller, quantity: 1, panelsPerString: 2, stringsPerController: 1 },
    })
    const helped = (option: Option): Option => ({
      ...few(option),
      backup: { ...EMPTY_BACKUP, kind: 'generator', months: [1, 11, 12] },
    })
    const [whole, short, generator] = compareOptions(withOptions(few, helped), SHIPPED_CATALOGUE)
    expect(whole?.monthsShort).toEqual([])
    expect(short?.monthsShort).toContain(12)
    expect(short?.found.fault).toBeGreaterThan(0)
    expect(generator?.monthsShort).not.toContain(12)
    expect(generator?.backupMonths).toEqual([1, 11, 12])
  })

  test('a job that is not whole says so instead of a price', () => {
    const job = { ...emptyJob('x'), options: [emptyOption('a', 'A'), emptyOption('b', 'B')] }
    for (const each of compareOptions(job, SHIPPED_CATALOGUE)) {
      expect([each.price, each.usableKwh, each.monthsShort, each.pricePerKwh]).toEqual([null, null, null, null])
      expect(each.needs).toBeGreaterThan(0)
    }
  })
})
