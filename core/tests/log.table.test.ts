import { describe, expect, test } from 'vitest'
import { guessMapping, readTable } from '../src/log/table.ts'
import { guessOrder, momentOf } from '../src/log/table-times.ts'

const HOUR_MS = 3_600_000

describe('times', () => {
  test.each([
    ['2026-11-29T14:05:00Z', '', 'year first', '2026-11-29T14:05:00Z'],
    ['2026-11-29 14:05', '', 'year first', '2026-11-29T12:05:00Z'],
    ['2026-11-29T14:05:30+05:30', '', 'year first', '2026-11-29T08:35:30Z'],
    ['29/11/2026', '14:05', 'day first', '2026-11-29T12:05:00Z'],
    ['29.11.26 2:05 pm', '', 'day first', '2026-11-29T12:05:00Z'],
    ['11/29/2026 12:05 AM', '', 'month first', '2026-11-28T22:05:00Z'],
    ['1795961100', '', 'seconds', '2026-11-29T14:05:00Z'],
    ['46355.5', '', 'sheet days', '2026-11-29T10:00:00Z'],
  ] as const)('%s %s, %s, two hours east', (date, clock, order, expected) => {
    expect(new Date(momentOf(date, clock, order, 2 * HOUR_MS) ?? 0).toISOString()).toBe(expected.replace('Z', '.000Z'))
  })

  test.each(['30/02/2026', 'yesterday', '', '12/13/14/15', '1/1/2026 25:00'])('“%s” is no time', (text) => {
    expect(momentOf(text, '', 'day first', 0)).toBeNull()
  })

  test('day and month are told apart by a figure above twelve, anywhere in the column', () => {
    expect(guessOrder(['01/02/2026', '13/02/2026'])).toEqual({ order: 'day first', isSure: true })
    expect(guessOrder(['01/02/2026', '02/13/2026'])).toEqual({ order: 'month first', isSure: true })
    expect(guessOrder(['01/02/2026', '03/02/2026'])).toEqual({ order: 'day first', isSure: false })
    expect(guessOrder(['seven', 'eight'])).toBeNull()
  })
})

describe('a table', () => {
  const TITLES = [
    'Time (UTC)',
    'Battery voltage [mV]',
    'Battery current (A)',
    'SOC %',
    'Solar power (kW)',
    'Solar total (kWh)',
    'State',
    'Air temp °F',
  ]
  const ROWS = [
    ['2026-06-01 08:00', '25600', '-4.5', '81 %', '0.5', '1000.0', 'Bulk', '50'],
    ['2026-06-01 08:10', '25650', '12,5', '82', '0.6', '1000.1', 'Absorption', '51'],
  ]
  const found = guessMapping(TITLES, ROWS)

  test('is known by its headings, units among them', () => {
    expect(found?.mapping.date).toBe(0)
    expect(found?.mapping.zone).toBe('utc')
    const by = Object.fromEntries(
      (found?.mapping.columns ?? []).map(({ column, measure, unit }) => [column, [measure, unit]]),
    )
    expect(by).toEqual({
      1: ['batteryV', 'mV'],
      2: ['batteryA', 'A'],
      3: ['soc', '%'],
      4: ['pvW', 'kW'],
      5: ['pvTodayKwh', 'kWh in all'],
      6: ['stage', 'word'],
      7: ['airC', '°F'],
    })
  })

  test('is read in the units that are kept', () => {
    if (!found) throw new Error('no mapping')
    const { samples, problems } = readTable(ROWS, found.mapping, 3 * HOUR_MS)
    expect(problems).toEqual([])
    const [first, second] = samples
    expect(first?.atMs).toBe(Date.parse('2026-06-01T08:00:00Z'))
    expect(first?.values).toMatchObject({ batteryV: 25.6, batteryA: -4.5, soc: 81, pvW: 500, stage: 1 })
    expect(first?.values.airC).toBeCloseTo(10, 6)
    expect(second?.values.batteryA).toBe(12.5)
    expect(second?.values.pvTodayKwh).toBeCloseTo(0.1, 6)
  })

  test('a count in all is told by the day, from what it showed the evening before', () => {
    const mapping = {
      date: 0,
      clock: null,
      order: 'year first',
      zone: 'utc',
      columns: [{ column: 1, measure: 'pvTodayKwh', unit: 'kWh in all' }],
    } as const
    const rows = [
      ['2026-06-01 06:00', '100'],
      ['2026-06-01 20:00', '104'],
      ['2026-06-02 12:00', '106'],
      ['2026-06-02 20:00', '109'],
      ['2026-06-03 12:00', '1'],
    ]
    const { samples, resets } = readTable(rows, { ...mapping, columns: [...mapping.columns] }, 0)
    expect(samples.map(({ values }) => values.pvTodayKwh)).toEqual([0, 4, 2, 5, 0])
    expect(resets).toBe(0)
  })

  test('what cannot be is left out and told by row, the rest is read; empty cells are gaps', () => {
    if (!found) throw new Error('no mapping')
    const rows = [
      ['2026-06-01 08:00', '25600', '', 'n/a', '0.5', '', '', ''],
      ['when?', '25600', '', '', '', '', '', ''],
      ['2026-06-01 08:20', 'lots', '3', '', '', '', 'dancing', ''],
      ['', '', '', '', '', '', '', ''],
      ['2026-06-01 08:10', '25600', '', '140', '', '', '', ''],
      ['2026-06-01 08:10', '25700', '', '', '', '', '', ''],
    ]
    const read = readTable(rows, found.mapping, 0)
    expect(read.samples.map(({ values }) => values)).toEqual([
      { batteryV: 25.6, pvW: 500 },
      { batteryV: 25.7 },
      { batteryA: 3 },
    ])
    expect(read.problems).toEqual([
      { row: 3, message: '“when?” is no time; expected a date and a time, year first' },
      { row: 4, message: 'battery volts: got “lots”; allowed: a number from 0 to 1,500 V' },
      { row: 4, message: 'charge stage: got “dancing”; allowed: off, bulk, absorption, float' },
      { row: 6, message: 'state of charge: got “140”; allowed: a number from 0 to 100 %' },
    ])
    expect(read).toMatchObject({ leftOut: 4, duplicates: 1, outOfOrder: 1 })
  })

  test('without a column of times there is nothing to guess', () => {
    expect(guessMapping(['Volts', 'Amps'], [['25', '3']])).toBeNull()
  })
})
