import { describe, expect, test } from 'vitest'
import { settingsOf } from '../src/after/settings.ts'
import { demoJobs, narrowboat } from '../src/demo/demo.ts'
import type { Edit } from '../src/edit/edit.ts'
import { emptyJob } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { cellValue } from '../src/report/book.ts'
import { READERS, type Reader } from '../src/report/brief.ts'
import { plainText } from '../src/report/content.ts'
import { reportBook } from '../src/report/report-book.ts'
import { formatNumber } from '../src/units/format.ts'
import { designed } from './designed.ts'
import { FIELD_SHAPES } from './field-shapes.ts'
import { reportFor, station, tableOf, textOf } from './reported.ts'

describe('a report', () => {
  const everyJob = [...demoJobs(), emptyJob('Empty'), ...Object.values(FIELD_SHAPES)].map(
    (job) => [job.name, job] as const,
  )

  test.each(everyJob)('of %s has as many cells as columns in every row, for every reader', (_, job) => {
    for (const reader of READERS) {
      const { sections } = reportFor(job, reader)
      expect(new Set(sections.map(({ id }) => id)).size).toBe(sections.length)
      for (const { blocks } of sections)
        for (const block of blocks)
          if (block.kind === 'table')
            for (const { cells } of block.rows) expect(cells.length, block.id).toBe(block.columns.length)
    }
  })

  test('holds for each reader what that reader needs, and no more', () => {
    const ids = (reader: Reader) => reportFor(station(), reader).sections.map(({ id }) => id)
    expect(ids('everyone')).toEqual(
      expect.arrayContaining([
        'brief',
        'loads',
        'sun',
        'checks',
        'schedule',
        'drawings',
        'parts',
        'settings',
        'cautions',
        'origins',
        'versions',
        'workings',
      ]),
    )
    expect(ids('customer')).not.toContain('schedule')
    expect(ids('customer')).not.toContain('parts')
    expect(ids('inspector')).toEqual(expect.arrayContaining(['schedule', 'earth', 'drawings', 'workings', 'checks']))
    expect(ids('inspector')).not.toContain('parts')
    expect(ids('workshop')).toEqual(expect.arrayContaining(['cuts', 'parts', 'settings', 'drawings']))
    // What the parts cost is the seller’s: nobody else reads it.
    const cost = formatNumber(designed(station()).parts.price.value, 0)
    expect(JSON.stringify(reportFor(station(), 'everyone'))).toContain(cost)
    for (const reader of ['customer', 'inspector', 'workshop'] as const)
      expect(JSON.stringify(reportFor(station(), reader))).not.toContain(cost)
    // The workshop is told no prices.
    expect(tableOf(reportFor(station(), 'workshop'), 'Parts').columns.map(({ title }) => title)).not.toContain('price')
  })

  test('tells every load, circuit and part of the design', () => {
    const job = station()
    const { wiring, parts, loads } = designed(job)
    const content = reportFor(job)
    expect(tableOf(content, 'Wiring').rows.length).toBe(wiring.circuits.length)
    expect(tableOf(content, 'Loads').rows.length).toBe(job.loads.length + 1)
    expect(tableOf(content, 'Loads').rows.at(-1)?.cells.at(-1)?.value).toBe(loads.busDailyEnergyWh.value)
    expect(tableOf(content, 'Parts').rows.filter(({ as }) => as === 'plain').length).toBe(parts.lines.length)
    expect(tableOf(content, 'Parts').rows.at(-1)?.cells.at(-1)?.value).toBe(parts.price.value)
    for (const circuit of wiring.circuits) expect(textOf(content, 'schedule')).toContain(circuit.title)
  })

  test('says on its cover what keeps it from being built, and what was accepted with its reason', () => {
    const thin: Edit = { act: 'set-circuit', circuitId: 'battery-main', patch: { size: '10 mm2' } }
    const open = reportFor(station(thin))
    expect(open.stop.map(plainText).join()).toMatch(/danger:/)
    const accepted = station({
      act: 'accept-finding',
      accepted: {
        checkId: 'battery.autonomy-short',
        place: 'battery.autonomyDays',
        reason: 'A boat comes',
        by: 'A. Reed',
        on: '2026-11-27',
      },
    })
    expect(reportFor(accepted).stop).toEqual([])
    expect(reportFor(emptyJob('x')).stop.map(plainText).join()).toMatch(/needed:/)
  })

  test('keeps what is assumed apart from what was entered, each with where it is from', () => {
    const content = reportFor(station())
    const kinds = (id: string) => new Set(tableOf(content, id).rows.map(({ cells }) => plainText(cells[2]?.rich ?? '')))
    expect([...kinds('Assumptions')].every((kind) => ['assumption', 'typical', 'guess'].includes(kind))).toBe(true)
    expect([...kinds('Settled')].every((kind) => ['measured', 'label', 'entered'].includes(kind))).toBe(true)
    expect(tableOf(content, 'Assumptions').rows.length).toBeGreaterThan(10)
    const first = tableOf(content, 'Assumptions').rows[0]?.cells[1]?.rich
    expect(typeof first === 'object' && first.some((each) => typeof each === 'object' && each.assumed)).toBe(true)
  })

  test('names revision, day, program, catalogue and rules it was made with', () => {
    const said = textOf(reportFor(station()), 'versions')
    for (const each of ['Revision: 7', 'Day: 2026-11-28', 'Yard Lamp 1.2.3', 'mark abc', 'IEC 60364'])
      expect(said).toContain(each)
  })

  test('is written in the units of the job', () => {
    const content = reportFor(station({ act: 'set-job', patch: { units: 'us' } }))
    expect(tableOf(content, 'Wiring').columns.map(({ unit }) => unit)).toContain('ft')
    expect(textOf(content, 'sun')).toContain('°F')
  })

  test('as a workbook has a sheet for each table, figures as figures', () => {
    const content = reportFor(station())
    const { sheets } = reportBook(content)
    expect(sheets.map(({ name }) => name)).toEqual(
      expect.arrayContaining(['Loads', 'Wiring', 'Parts', 'Settings', 'Cut list']),
    )
    expect(new Set(sheets.map(({ name }) => name)).size).toBe(sheets.length)
    const wiring = sheets.find(({ name }) => name === 'Wiring')
    expect(typeof cellValue(wiring?.rows[0]?.[3] ?? null)).toBe('number')
  })
})

describe('the sheet of settings', () => {
  const setting = (job: Job, unitId: string, label: string) =>
    settingsOf(designed(job))
      .find((each) => each.unitId === unitId)
      ?.settings.find((each) => each.label === label)

  test('takes the battery’s sheet for every charger, and a person’s figure in its place', () => {
    const { battery } = designed(station())
    expect(setting(station(), 'controller.main', 'Absorption')?.value).toBe(battery.bank?.absorptionV)
    const set = station({
      act: 'set-option',
      part: 'battery',
      patch: { settings: { absorptionV: 28, floatV: null, lowCutoffV: 23 } },
    })
    expect(setting(set, 'controller.main', 'Absorption')).toMatchObject({ value: 28, from: 'entered' })
    expect(setting(set, 'inverter', 'Low cut-off')).toMatchObject({ value: 23, from: 'entered' })
  })

  test('leaves equalising and compensation to lead-acid, by its cells', () => {
    expect(setting(station(), 'controller.main', 'Equalise')?.text).toBe('off')
    expect(setting(station(), 'controller.main', 'Temperature compensation')?.text).toBe('off')
    const lead = station({ act: 'choose-option', id: 'b' })
    // Twelve cells at 24 V: 2.6 V and 4 mV/°C each.
    expect(setting(lead, 'controller.main', 'Equalise, by hand')?.value).toBeCloseTo(31.2, 6)
    expect(setting(lead, 'controller.main', 'Temperature compensation')?.value).toBeCloseTo(-48, 6)
    expect(setting(lead, 'generator', 'Starts at a charge of')?.value).toBeGreaterThan(0)
  })

  test('tells monitor and engine charger of a boat, and nothing of a job without a bank', () => {
    const boat = settingsOf(designed(narrowboat()))
    expect(boat.map(({ unitId }) => unitId)).toEqual(expect.arrayContaining(['monitor', 'engine-charger']))
    expect(settingsOf(designed(emptyJob('x')))).toEqual([])
  })
})
