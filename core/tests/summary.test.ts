import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { answers, design } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { demoJobs } from '../src/demo/demo.ts'
import { CIRCUIT_KINDS, CIRCUIT_LENGTH, DEFAULTS, SITE_DISTANCE, SOILING_DEFAULT } from '../src/job/defaults.ts'
import { emptyJob } from '../src/job/job.ts'
import { siteSchema } from '../src/job/schema.ts'
import { jobSummarySchema, summarise } from '../src/report/summary.ts'
import { CONVERTED_UNITS } from '../src/units/writer.ts'
import { FIRES } from './broken-jobs.ts'

const jobs = [...demoJobs(), emptyJob('Empty'), ...Object.values(FIRES).map(({ job }) => job)]

describe('a summary', () => {
  test('holds what the page shows, and is read back as it was written', () => {
    for (const job of jobs) {
      const result = design(job, SHIPPED_CATALOGUE)
      const summary = summarise(result)
      expect(jobSummarySchema.parse(JSON.parse(JSON.stringify(summary)))).toEqual(summary)
      expect(summary.answers).toEqual(answers(result))
      expect(summary.place).toBe(job.site.place)
      expect(summary.danger + summary.fault + summary.advice).toBe(findings(result).length)
      expect(summary.needs).toBe(result.needs.length)
    }
  })

  test.each([{}, null, { place: 'x' }, { place: 'x'.repeat(201) }])('%j is none', (value) => {
    expect(jobSummarySchema.safeParse(value).success).toBe(false)
  })
})

describe('defaults', () => {
  const all = [...Object.entries(DEFAULTS), ...Object.entries(CIRCUIT_LENGTH)]

  test.each(all)('%s is a figure with its reason and its source', (_, { value, unit, why, source }) => {
    expect(Number.isFinite(value)).toBe(true)
    expect(why).toMatch(/\w{3}/)
    expect(source).toMatch(/\w{3}/)
    expect(unit === '' || unit === 'money' || unit.length < 4).toBe(true)
  })

  test('carry their unit in their name as well', () => {
    const ends: Readonly<Record<string, string>> = {
      C: '°C',
      K: 'K',
      W: 'W',
      A: 'A',
      Mm: 'mm',
      M: 'm',
      Days: 'd',
      Years: 'y',
    }
    for (const [name, { unit }] of Object.entries(DEFAULTS)) {
      const end = Object.keys(ends).find((each) => name.endsWith(each))
      if (end && CONVERTED_UNITS.includes(unit)) expect(ends[end], name).toBe(unit)
    }
  })

  test('stand for every kind of circuit and of dirt, and distances are fields of the site', () => {
    expect(Object.keys(CIRCUIT_LENGTH)).toEqual([...CIRCUIT_KINDS])
    for (const field of Object.values(SITE_DISTANCE)) expect(Object.keys(siteSchema.shape)).toContain(field)
    expect(Object.keys(SOILING_DEFAULT).sort()).toEqual(['desert', 'dusty', 'rain-washed'])
  })

  test('an empty field is the same as its default typed in', () => {
    for (const job of demoJobs()) {
      const open = { ...job, site: { ...job.site, recordHighC: null }, loadMarginFraction: null }
      const typed = {
        ...job,
        site: { ...job.site, recordHighC: DEFAULTS.recordHighC.value },
        loadMarginFraction: DEFAULTS.loadMarginFraction.value,
      }
      const [a, b] = [design(open, SHIPPED_CATALOGUE), design(typed, SHIPPED_CATALOGUE)]
      expect(a.parts.price.value).toBe(b.parts.price.value)
      expect(a.loads.busDailyEnergyWh.value).toBe(b.loads.busDailyEnergyWh.value)
      expect(a.loads.marginFraction.origin).toBe('assumption')
      expect(b.loads.marginFraction.origin).toBe('entered')
    }
  })
})
