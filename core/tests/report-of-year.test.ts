import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { meanOfYears, shareText } from '../src/chain/year-text.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { apply } from '../src/edit/apply.ts'
import { designWithYear } from '../src/proof/with-year.ts'
import type { Reader } from '../src/report/brief.ts'
import { compareOptions } from '../src/report/options.ts'
import { reportOf } from '../src/report/report.ts'
import { formatQuantity } from '../src/units/format.ts'
import { designed } from './designed.ts'
import { reportFor, sectionOf, tableOf, textOf } from './reported.ts'

const dated = designWithYear(designed(fieldStation()))
const worked = dated.year
if (!worked) throw new Error('no year')
const brief = {
  job: fieldStation(),
  design: dated,
  revision: '7',
  date: '2026-11-28',
  program: '1',
  catalogueMark: 'a',
}
const written = (reader: Reader) => reportOf(brief, reader)

describe('the year in a report', () => {
  test('says whether it carries what is asked, as the page does, and each year for whoever reads all', () => {
    const text = textOf(written('everyone'), 'year')
    expect(text).toContain(worked.carried ? 'It carries what is asked.' : 'It does not carry what is asked.')
    expect(text).toContain(`Carried, of all hours: ${shareText(worked.share.hours)}`)
    const hours = meanOfYears(worked, ({ generatorHours }) => generatorHours)
    expect(text).toContain(`Generator: ${formatQuantity(hours, 'h', 0)}`)
    const { rows } = tableOf(written('everyone'), 'Years')
    expect(rows).toHaveLength(20)
    expect(rows[3]?.cells[4]?.value).toBeCloseTo(worked.years[3]?.generatorHours ?? Number.NaN, 9)
    expect(() => tableOf(written('customer'), 'Years')).toThrow('no table')
    expect(sectionOf(written('workshop'), 'year')).toBeUndefined()
  })

  test('says that it is still to be worked, and nothing where there is no bank', () => {
    expect(textOf(reportFor(fieldStation()), 'year')).toBe('It has not been worked yet.')
    expect(sectionOf(reportFor({ ...fieldStation(), loads: [] }), 'year')).toBeUndefined()
  })
})

describe('the year of options', () => {
  test('each has its own, and its faults count with it', () => {
    const job = apply(fieldStation(), { act: 'copy-option', id: 'lean', name: 'Lean' })
    const lean = apply(job, { act: 'set-option', part: 'battery', patch: { parallel: 1 } })
    const bare = compareOptions(lean, SHIPPED_CATALOGUE)
    expect(bare.map(({ design }) => design.year)).toEqual(bare.map(() => null))
    const compared = compareOptions(lean, SHIPPED_CATALOGUE, designWithYear)
    const shares = compared.map(({ design }) => design.year?.share.hours ?? Number.NaN)
    expect(new Set(compared.map(({ design }) => design.year?.digest)).size).toBe(compared.length)
    expect(shares.every((share) => share > 0 && share <= 1)).toBe(true)
    for (const [i, { design, found }] of compared.entries())
      expect(found.fault).toBe((bare[i]?.found.fault ?? 0) + (design.year?.carried ? 0 : 1))
  })
})
