import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { stillOpen } from '../src/checks/check.ts'
import { findings } from '../src/checks/checks.ts'
import { mutationTable } from '../src/demo/mutation-table.ts'
import { brokenDesigns, soundDesigns } from '../src/demo/mutations.ts'
import { parseJob } from '../src/job/job.ts'

const found = (job: Parameters<typeof design>[0]) =>
  stillOpen(findings(design(job, SHIPPED_CATALOGUE))).map(({ id }) => id)

test('there are two hundred and twelve broken designs and eighty sound ones, all of them jobs', () => {
  const all = [...brokenDesigns(), ...soundDesigns()]
  expect([brokenDesigns().length, soundDesigns().length]).toEqual([212, 80])
  for (const { job } of all) expect(parseJob(job)).toEqual(job)
})

test.each(brokenDesigns().map((each) => [each.what, each] as const))('%s is caught', (_, { job, caughtBy }) => {
  expect(found(job)).toContain(caughtBy)
})

test.each(soundDesigns().map((each) => [each.what, each] as const))('%s: no false alarm', (_, { job }) => {
  expect(found(job)).toEqual([])
})

test('the table in the documents is the one measured', () => {
  expect(readFileSync(new URL('../../docs/checks.md', import.meta.url), 'utf8')).toBe(mutationTable())
})
