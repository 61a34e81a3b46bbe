import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { cautionsFor } from '../src/checks/cautions.ts'
import type { Finding } from '../src/checks/check.ts'
import { CHECKS, findings } from '../src/checks/checks.ts'
import { remedies } from '../src/checks/remedies.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { applyAll } from '../src/edit/apply.ts'
import type { Job } from '../src/job/schema.ts'
import { designWithYear } from '../src/proof/with-year.ts'
import { formatQuantity } from '../src/units/format.ts'

/** With the year worked, where a check speaks of it. */
const found = (job: Job, withYear = false) => {
  const made = design(job, SHIPPED_CATALOGUE)
  return findings(withYear ? designWithYear(made) : made)
}

import { FIRES } from './broken-jobs.ts'
import { battery, controller, spoilt } from './spoilt.ts'

describe('checks', () => {
  test('each has a design that fires it', () => {
    expect(CHECKS.map(({ id }) => id)).toEqual(Object.keys(FIRES))
  })

  test.each(Object.entries(FIRES))('%s fires, with the numbers in its sentence', (id, { job, severity, says }) => {
    const fired = found(job, id.startsWith('year.')).filter((finding) => finding.id === id)
    expect(fired.map((finding) => finding.severity)).toContain(severity)
    expect(fired[0]?.message.replaceAll('\u00a0', ' ')).toMatch(says)
    expect(fired[0]?.remedy).not.toBe('')
  })

  /** Findings with nothing to offer: the design cannot be changed for them, or only a person can. */
  const WITHOUT_REMEDY = [
    'load.none',
    'load.idle-forgotten',
    'load.idle-heavy',
    'load.guessed-large',
    'load.hours-over-day',
    'load.surge-missing',
    'load.always-on-not-listed',
    'site.record-low-missing',
    'site.record-low-odd',
    'site.sun-looks-like-daylight',
    'battery.unit-too-heavy',
    'parts.weight-over',
    'year.not-carried',
  ]
  test.each(Object.entries(FIRES))('what %s offers to change mends it', (id, { job }) => {
    const offered = found(job)
      .filter((finding) => finding.id === id)
      .flatMap((finding) => remedies(job, SHIPPED_CATALOGUE, finding))
    expect(offered.length > 0).toBe(!WITHOUT_REMEDY.includes(id))
    for (const { change } of offered) {
      const after = found(applyAll(job, change.edits))
      const grave = (list: readonly Finding[]) => list.filter((each) => each.id === id).map(({ severity }) => severity)
      expect(grave(after), change.label).not.toEqual(grave(found(job)))
    }
  })

  test.each(demoJobs().map((job) => [job.name, job] as const))('all are silent on %s', (_, job) => {
    expect(found(job, true)).toEqual([])
    expect(design(job, SHIPPED_CATALOGUE).needs).toEqual([])
  })

  test('no other option of a demo job is in danger or at fault', () => {
    for (const job of demoJobs()) {
      expect(job.options.length).toBeGreaterThanOrEqual(2)
      for (const { id } of job.options) {
        const grave = found({ ...job, chosenOptionId: id }).filter(({ severity }) => severity !== 'advice')
        expect(grave, `${job.name}, ${id}`).toEqual([])
      }
    }
  })

  test('hours of daylight typed for sun hours are told from a sunny place', () => {
    const daylight = spoilt({ site: { latitudeDeg: 0, sunKwhPerM2Day: Array(12).fill(9.8) } })
    expect(found(daylight).filter(({ id }) => id === 'site.sun-looks-like-daylight')[0]?.message).toMatch(
      /Every month has more than 9 sun hours/,
    )
    const sunny = spoilt({
      site: { latitudeDeg: -23, sunKwhPerM2Day: [8.9, 8.3, 7.4, 6.2, 5.2, 4.8, 5, 6, 7.2, 8.2, 8.9, 9.1] },
    })
    expect(found(sunny).map(({ id }) => id)).not.toContain('site.sun-looks-like-daylight')
  })

  test('a string that stands exactly at the limit counts as above it', () => {
    const job = spoilt({ option: controller({ itemId: 'lanthorn-m150-70', panelsPerString: 3 }, 'dorveth-545') })
    const panel = SHIPPED_CATALOGUE.panels.find(({ id }) => id === 'dorveth-545')
    if (!panel) throw new Error('no panel')
    const exact = { ...SHIPPED_CATALOGUE, panels: [{ ...panel, vocV: 50, vocCoeffPerC: 0 }] }
    expect(findings(design(job, exact)).map(({ id }) => id)).toContain('string.cold-over-limit')
    const below = { ...SHIPPED_CATALOGUE, panels: [{ ...panel, vocV: 49.99, vocCoeffPerC: 0 }] }
    expect(findings(design(job, below)).map(({ id }) => id)).not.toContain('string.cold-over-limit')
  })

  test('clipping under a quarter is advice', () => {
    const job = spoilt({
      option: controller(
        { itemId: 'lanthorn-m150-45', panelsPerString: 3, stringsPerController: 2, quantity: 3 },
        'dorveth-430',
      ),
    })
    expect(
      found(job)
        .filter(({ id }) => id === 'controller.clips')
        .map(({ severity }) => severity),
    ).toEqual(['advice'])
    // With its years worked it tells what they clip: what the page of the controllers shows.
    const dated = designWithYear(design(job, SHIPPED_CATALOGUE))
    const told = findings(dated).find(({ id }) => id === 'controller.clips')?.message ?? ''
    const { clippedWh = 0, pvWh = 1 } = dated.year?.clipping ?? {}
    if (clippedWh / pvWh > 0.02) expect(told).toContain(formatQuantity(Math.round(clippedWh / 1000), 'kWh'))
    else expect(told).toBe('')
  })
})

describe('cautions', () => {
  const ids = (job: Job) => cautionsFor(design(job, SHIPPED_CATALOGUE)).map(({ id }) => id)

  test('speak of the work that is planned', () => {
    expect(ids(fieldStation())).toEqual([
      'code',
      'array-live',
      'battery-short',
      'high-dc',
      'lithium',
      'height',
      'lifting',
      'generator',
    ])
  })

  test('of hydrogen with vented cells, and of the generator where there is one', () => {
    const vented = spoilt({
      option: (option) => ({
        ...battery({ itemId: 'murrow-g6-225' })(option),
        backup: { ...option.backup, kind: 'generator', months: [12] },
      }),
    })
    expect(ids(vented)).toEqual(expect.arrayContaining(['hydrogen', 'generator']))
    expect(ids(vented)).not.toContain('lithium')
  })
})
