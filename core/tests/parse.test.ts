import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { formatNumber } from '../src/units/format.ts'
import { parsePower, parseQuantity } from '../src/units/parse.ts'

const value = (text: string, unit: string) => {
  const parsed = parseQuantity(text, unit)
  return parsed.ok ? parsed.value : null
}

describe('figures as people say them', () => {
  test.each([
    ['1.2 kW', 'W', 1200],
    ['1,200', 'W', 1200],
    ['500 mW', 'W', 0.5],
    ['0.5 MW', 'W', 500_000],
    ['2 MWh', 'Wh', 2_000_000],
    ['1/4 hp', 'W', 186.425],
    ['½ hp', 'W', 372.85],
    ['0,4', 'h', 0.4],
    ['0.4 h', 'h', 0.4],
    ['15 min', 'h', 0.25],
    ['1 h 30 min', 'h', 1.5],
    ['1:30', 'h', 1.5],
    ['2½ h', 'h', 2.5],
    ['2 × 15 min', 'h', 0.5],
    ['twice 15 min', 'h', 0.5],
    ['all day', 'h', 24],
    ['half an hour', 'h', 0.5],
    ['90 s', 'h', 0.025],
    ['twice a week', 'd', 2],
    ['3 times a week', 'd', 3],
    ['3/7', 'd', 3],
    ['1 of 7', 'd', 1],
    ['weekdays', 'd', 5],
    ['at weekends', 'd', 2],
    ['every other day', 'd', 3.5],
    ['1 in 3', '%', 100 / 3],
    ['40 %', '%', 40],
    ['20 ft', 'm', 6.096],
    ['5 ft 6 in', 'm', 1.6764],
    ['14 °F', '°C', -10],
    ['−7', '°C', -7],
    ['3.6 MJ', 'kWh/m² a day', 1],
    ['4500 Wh', 'kWh/m² a day', 4.5],
  ])('%s in %s', (text, unit, expected) => {
    expect(value(text, unit)).toBeCloseTo(expected, 9)
  })

  test.each([
    ['abc', 'W', ''],
    ['', 'W', ''],
    ['1e999', 'W', ''],
    ['1/0 hp', 'W', ''],
    ['12 V', 'W', 'volts need their amperes: write both, as 3.1 A 230 V'],
    ['3.1 A', 'W', 'amperes need their volts: write both, as 3.1 A 230 V'],
    ['1.2 kWh', 'W', 'watt-hours are energy; watts are asked for: give the hours too, as 1.2 kWh in 24 h'],
    ['1/4', 'W', 'a fraction needs its unit, as 1/4 hp'],
    ['5 kg', 'h', 'kg is asked for as h'],
    ['3 parsecs', 'm', '“parsecs” is no unit known here'],
    ['1 h 30', 'h', ''],
    ['500 mw', 'W', 'm stands for a thousandth and M for a million: write which, as 500 mW'],
    ['3 MA', 'A', 'm stands for a thousandth and M for a million: write which, as 500 mW'],
  ])('%s in %s is refused: %s', (text, unit, reason) => {
    expect(parseQuantity(text, unit)).toEqual({ ok: false, reason })
  })

  test.each(['W', 'Wh', 'V', 'A', 'h', 'm', '°C', 'kg', '%', 'd', 'kWh/m² a day', ''])(
    'what is shown in %s is read back the same, with and without its unit',
    (unit) => {
      fc.assert(
        fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (number) => {
          const shown = formatNumber(number)
          const first = value(shown, unit)
          expect(first).not.toBeNull()
          expect(value(`${shown}${unit === 'kWh/m² a day' ? ' kWh' : ` ${unit}`}`, unit)).toBeCloseTo(
            first ?? Number.NaN,
            9,
          )
          expect(formatNumber(first ?? Number.NaN)).toBe(shown)
        }),
      )
    },
  )

  test('any text is read or refused, never a fault and never a figure that is not finite', () => {
    const words = fc.constantFrom(
      '1',
      '2/3',
      'kW',
      'h',
      ':',
      '30',
      'min',
      'A',
      '230',
      'V',
      '%',
      'e9',
      '-',
      ',',
      'x',
      'twice',
      'a week',
      'in',
      '½',
    )
    const texts = fc.oneof(
      fc.string({ unit: 'grapheme' }),
      fc.array(words).map((parts) => parts.join(' ')),
      fc.array(words).map((parts) => parts.join('')),
    )
    fc.assert(
      fc.property(texts, fc.constantFrom('W', 'h', 'd', '%', 'm', '°C', ''), (text, unit) => {
        const parsed = parseQuantity(text, unit)
        if (parsed.ok) expect(Number.isFinite(parsed.value)).toBe(true)
        const power = parsePower(text)
        if (power.ok && power.kind === 'label') expect(power.voltageV * power.currentA).toBeGreaterThanOrEqual(0)
        if (power.ok && power.kind === 'meter') expect(power.loggedHours).toBeGreaterThan(0)
      }),
      { numRuns: 2000 },
    )
  })
})

describe('watts as they are read out', () => {
  test.each([
    ['1.2 kW', { ok: true, kind: 'watts', powerW: 1200 }],
    ['3.1 A 230 V', { ok: true, kind: 'label', voltageV: 230, currentA: 3.1, powerFactor: null }],
    ['230V x 3.1A', { ok: true, kind: 'label', voltageV: 230, currentA: 3.1, powerFactor: null }],
    ['230 V, 3.1 A pf 0.8', { ok: true, kind: 'label', voltageV: 230, currentA: 3.1, powerFactor: 0.8 }],
    ['500 mA 12 V DC', { ok: true, kind: 'label', voltageV: 12, currentA: 0.5, powerFactor: null }],
    ['1.9 kWh in 48 h', { ok: true, kind: 'meter', energyKwh: 1.9, loggedHours: 48 }],
    ['840 Wh a day', { ok: true, kind: 'meter', energyKwh: 0.84, loggedHours: 24 }],
    ['1.2 kWh in 2 days', { ok: true, kind: 'meter', energyKwh: 1.2, loggedHours: 48 }],
    ['5 A 0 V', { ok: false, reason: 'a label gives volts above 0 and amperes from 0' }],
    ['230 V 2 A pf 1.4', { ok: false, reason: 'a power factor is above 0 and at most 1' }],
    ['1 kWh in 0 h', { ok: false, reason: 'a meter reading is kWh over hours, as 1.9 kWh in 48 h' }],
  ])('%s', (text, expected) => {
    expect(parsePower(text)).toEqual(expected)
  })

  test('a label is read the same in either order', () => {
    const figure = fc.double({ min: 0.1, max: 1000, noNaN: true }).map((each) => each.toFixed(2))
    fc.assert(
      fc.property(figure, figure, (amps, volts) => {
        expect(parsePower(`${amps} A ${volts} V`)).toEqual(parsePower(`${volts}V × ${amps}A`))
      }),
    )
  })
})
