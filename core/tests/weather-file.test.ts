import { describe, expect, test } from 'vitest'
import { readEpw, readHourlyRows } from '../src/site/weather-file.ts'
import { epwText, hours } from './made-weather.ts'

const COLUMNS = { sun: 1, sunUnit: 'W/m²', air: 2, airUnit: '°C' } as const
const rows = (change: (row: string[], i: number) => string[] = (row) => row) =>
  hours.map(({ sunW, airC }, i) => change([String(i), String(sunW), String(airC)], i))

describe('an EPW weather file', () => {
  test('gives place, months of sun and air, and the coldest hour', () => {
    const found = readEpw(epwText())
    expect(found).toMatchObject({
      place: 'Lowmere, XXX',
      latitudeDeg: 51.5,
      longitudeDeg: -2.25,
      altitudeM: 120,
      utcOffsetH: 0,
      rows: 8760,
    })
    expect(found.sunKwhPerM2Day).toEqual(Array(12).fill(1.2))
    expect(found.monthMeanC[6]).toBeCloseTo(11, 1)
    expect([found.lowestC, found.highestC, found.daySwingK]).toEqual([1, 20, 8])
    expect(found.remarks).toEqual([])
  })

  test.each([
    ['not a weather file', 'a,b,c', 'its first line should begin with LOCATION'],
    [
      'a latitude that is none',
      epwText().replace('51.5', '151.5'),
      'line 1: the latitude is “151.5”; expected a number from -90 to 90',
    ],
    [
      'a broken line',
      `${epwText().split('\r\n').slice(0, 20).join('\n')}\n1,2`,
      'line 21: expected an hour of at least 14 fields',
    ],
  ])('%s is refused with the line', (_, text, message) => {
    expect(() => readEpw(text)).toThrow(message)
  })

  test('figures marked missing are gaps', () => {
    const text = epwText().split('\r\n')
    const noon = 8 + 12
    text[noon] = (text[noon] ?? '').split(',').with(13, '9999').with(6, '99.9').join(',')
    const found = readEpw(text.join('\n'))
    expect(found.missingHours[0]).toBe(1)
    expect(found.sunKwhPerM2Day[0]).toBe(1.2)
    expect(found.remarks[0]).toBe(
      'January: 1 of 744 hours have no sun figure; the others of the same hour stand for them.',
    )
  })
})

describe('an hourly table', () => {
  test('is read by the columns a person names, in their units', () => {
    const mega = rows((row) =>
      row.with(1, String((Number(row[1]) * 3.6) / 1000)).with(2, String((Number(row[2]) * 9) / 5 + 32)),
    )
    const found = readHourlyRows(mega, { sun: 1, sunUnit: 'MJ/m²', air: 2, airUnit: '°F' })
    expect(found.sunKwhPerM2Day).toEqual(Array(12).fill(1.2))
    expect(found.lowestC).toBeCloseTo(1, 6)
    const commas = rows((row) => row.with(2, (row[2] ?? '').replace('.', ',')))
    expect(readHourlyRows(commas, COLUMNS).monthMeanC[0]).toBeCloseTo(5, 1)
  })

  test('a leap year has 8784 rows; any other number is refused', () => {
    const leap = [...rows().slice(0, 59 * 24), ...rows().slice(58 * 24)]
    expect(readHourlyRows(leap, COLUMNS).sunKwhPerM2Day).toEqual(Array(12).fill(1.2))
    expect(() => readHourlyRows(rows().slice(1), COLUMNS)).toThrow(
      'the table has 8759 rows of hours; expected 8760, or 8784 for a leap year',
    )
  })

  test('a month with too many gaps is left open and said; a gap at noon does not make a month dark', () => {
    const gaps = rows((row, i) => (i < 200 || (i % 24 === 12 && i < 800) ? row.with(1, 'NaN') : row))
    const found = readHourlyRows(gaps, COLUMNS)
    expect(found.sunKwhPerM2Day[0]).toBeNull()
    expect(found.remarks[0]).toMatch(/^January: \d+ of 744 hours have no sun figure; its figure is left open/)
    expect(found.sunKwhPerM2Day[1]).toBe(1.2)
  })

  test('a wrong column shows itself', () => {
    expect(() =>
      readHourlyRows(
        rows((row) => row.with(1, '5000')),
        COLUMNS,
      ),
    ).toThrow('hour 1 has 5000 W/m² of sun, more than arrives above the air')
    expect(() => readHourlyRows(rows(), { ...COLUMNS, sun: 7 })).toThrow('choose the column that holds the sun')
    expect(readHourlyRows(rows(), { ...COLUMNS, air: null }).remarks).toEqual([
      'There are no air temperatures: those of the site are left as they are.',
    ])
  })
})
