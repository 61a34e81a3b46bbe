import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { BEGINNINGS, beginAs } from '../src/demo/beginnings.ts'
import { parseJob } from '../src/job/job.ts'
import { CLIMATES, climateFigures } from '../src/site/climates.ts'

test('at least ten, each with an id and a name of its own', () => {
  expect(BEGINNINGS.length).toBeGreaterThanOrEqual(10)
  for (const key of ['id', 'name', 'what'] as const)
    expect(new Set(BEGINNINGS.map((each) => each[key])).size).toBe(BEGINNINGS.length)
})

describe.each(BEGINNINGS.map((each) => [each.name, each] as const))('%s', (_, beginning) => {
  const job = beginAs(beginning, 'metric')

  test('is a job whose loads are typical and whose place is open', () => {
    expect(parseJob(job)).toEqual(job)
    expect(job.loads.every(({ basis, typicalId }) => basis === 'typical' && typicalId !== null)).toBe(true)
    expect(new Set(job.loads.map(({ id }) => id)).size).toBe(job.loads.length)
    expect([job.site.latitudeDeg, job.site.place]).toEqual([null, ''])
  })

  test('before it has a place it needs things and is not called wrong', () => {
    const made = design(job, SHIPPED_CATALOGUE)
    expect(made.needs.length).toBeGreaterThan(0)
    expect(findings(made).filter(({ severity }) => severity !== 'advice')).toEqual([])
  })

  test('with a sunny place it is a whole design without danger or fault', () => {
    const climate = CLIMATES.find(({ id }) => id === 'steppe')
    if (!climate) throw new Error('no climate')
    const site = { ...job.site, ...climateFigures(climate, 38), latitudeDeg: 38, recordLowC: -12, recordHighC: 40 }
    const made = design({ ...job, site: { ...site, batteryRoomLowC: 6, batteryRoomHighC: 30 } }, SHIPPED_CATALOGUE)
    expect(made.needs).toEqual([])
    expect(findings(made).filter(({ severity }) => severity !== 'advice')).toEqual([])
  })
})
