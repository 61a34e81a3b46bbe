import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { ask } from '../src/checks/ask.ts'
import { type Check, defineCheck } from '../src/checks/check.ts'
import { findings } from '../src/checks/checks.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { apply } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import type { Job } from '../src/job/schema.ts'
import { FIRES } from './broken-jobs.ts'
import { designed } from './designed.ts'

/** A check that counts how often it is asked. */
function counting(find: Check['find']): { check: Check; times: () => number } {
  let times = 0
  const check = defineCheck({
    id: 'test.counting',
    link: 'loads',
    severity: 'advice',
    fires: 'in this test',
    find(job, result) {
      times += 1
      return find(job, result)
    },
  })
  return { check, times: () => times }
}
const said = (message: string) => [{ message, remedy: '', place: 'loads' }]

describe('a check', () => {
  test('is asked again only where something it read has changed', () => {
    const { check, times } = counting((_, { loads }) => said(loads.answer))
    const job = fieldStation()
    const cable: Edit = { act: 'set-circuit', circuitId: 'battery-main', patch: { lengthM: 2.7 } }
    const load: Edit = { act: 'change-loads', changes: [{ id: 'fan', patch: { powerW: 61 } }] }
    const first = ask(check, designed(job))
    expect(ask(check, designed(apply(job, cable)))).toBe(first)
    expect(times()).toBe(1)
    const other = ask(check, designed(apply(job, load)))
    expect(times()).toBe(2)
    expect(other[0]?.message).not.toBe(first[0]?.message)
    // Undone: what was found then is still known.
    expect(ask(check, designed(job))).toBe(first)
    expect(times()).toBe(2)
  })

  test('that reads on only where it must is asked again once that changes', () => {
    const { check, times } = counting((job, { loads }) =>
      job.site.critical ? said(`critical, ${loads.answer}`) : said('not critical'),
    )
    const job = fieldStation()
    const load: Edit = { act: 'change-loads', changes: [{ id: 'fan', patch: { powerW: 61 } }] }
    const critical = apply(job, { act: 'set-site', patch: { critical: true } })
    ask(check, designed(apply(job, { act: 'set-site', patch: { critical: false } })))
    const before = ask(check, designed(critical))
    expect(before[0]?.message).toMatch(/^critical, /)
    expect(ask(check, designed(apply(critical, load)))[0]?.message).not.toBe(before[0]?.message)
    expect(times()).toBe(3)
  })

  test('fills in what a finding leaves to its check', () => {
    const { check } = counting(() => [...said('a'), { ...said('b')[0], severity: 'danger' } as never])
    expect(ask(check, designed(fieldStation()))).toEqual([
      {
        id: 'test.counting',
        link: 'loads',
        severity: 'advice',
        accepted: null,
        changes: [],
        message: 'a',
        remedy: '',
        place: 'loads',
      },
      {
        id: 'test.counting',
        link: 'loads',
        severity: 'danger',
        accepted: null,
        changes: [],
        message: 'b',
        remedy: '',
        place: 'loads',
      },
    ])
  })
})

/** The same design with nothing remembered. */
const fresh = (job: Job) => findings(design(structuredClone(job), structuredClone(SHIPPED_CATALOGUE)))

describe('what all checks find', () => {
  const broken = Object.values(FIRES).map(({ job }) => job)
  const jobs = [...demoJobs(), ...broken]

  test('is the same whatever was looked at before', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(jobs, { minLength: 4, maxLength: 8 }), (order) => {
        for (const job of [...order, ...order.toReversed()]) expect(findings(designed(job))).toEqual(fresh(job))
      }),
      { numRuns: 8 },
    )
  })

  const edits: readonly Edit[] = [
    { act: 'set-site', patch: { recordLowC: -38 } },
    { act: 'set-site', patch: { ruleSet: 'north-american' } },
    { act: 'set-job', patch: { units: 'us' } },
    { act: 'set-option', part: 'battery', patch: { autonomyDays: 1, parallel: 1 } },
    { act: 'set-option', part: 'controller', patch: { panelsPerString: 9 } },
    { act: 'set-circuit', circuitId: 'array', patch: { lengthM: 190 } },
    { act: 'set-circuit', circuitId: 'battery-main', patch: { deviceId: 'none' } },
    { act: 'remove-loads', ids: ['freezer', 'fan'] },
    { act: 'set-option', part: 'inverter', patch: { itemId: null, quantity: 1 } },
  ]

  test('is the same however the job came to be as it is', () => {
    fc.assert(
      fc.property(fc.constantFrom(...demoJobs()), fc.shuffledSubarray([...edits], { minLength: 3 }), (start, acts) => {
        let job = start
        for (const act of acts) {
          job = apply(job, act)
          expect(findings(designed(job))).toEqual(fresh(job))
        }
      }),
      { numRuns: 12 },
    )
  })
})
