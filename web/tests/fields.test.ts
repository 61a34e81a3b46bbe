import { loadSchema, optionSchema, siteSchema } from '@yard-lamp/core/job'
import { writerOf } from '@yard-lamp/core/units'
import { describe, expect, test } from 'vitest'
import { fieldRule } from '../src/fields/rule.ts'
import { readNumber, showKept, showNumber } from '../src/fields/text.ts'

const METRIC = writerOf('metric')
const US = writerOf('us')
const latitude = fieldRule(siteSchema.shape.latitudeDeg, METRIC)
const quantity = fieldRule(loadSchema.shape.quantity, METRIC)
const depth = fieldRule(optionSchema.shape.battery.shape.depthOfDischarge, METRIC)
const hours = fieldRule(loadSchema.shape.hoursPerDay, METRIC)

describe('a number field', () => {
  test('knows its unit and range from the core’s schema', () => {
    expect([latitude.unit, latitude.allowed, latitude.mayBeEmpty]).toEqual(['°', 'a number from -90 to 90 °', true])
    expect([quantity.unit, quantity.mayBeEmpty]).toEqual(['', false])
  })

  test.each([
    ['50.4', latitude, 1, 50.4],
    ['−33', latitude, 1, -33],
    ['', latitude, 1, null],
    ['80', depth, 100, 0.8],
    ['80 %', depth, 100, 0.8],
    ['25 min', hours, 1, 25 / 60],
    ['3', quantity, 1, 3],
  ] as const)('takes %j', (text, rule, scale, value) => {
    const read = readNumber(text, rule, scale)
    expect(read.ok).toBe(true)
    if (!read.ok) return
    if (value === null) expect(read.value).toBeNull()
    else expect(read.value).toBeCloseTo(value, 12)
  })

  test.each([
    ['abc', latitude, 1, '“abc” — expected a number from -90 to 90 °.'],
    ['91', latitude, 1, '“91” — expected a number from -90 to 90 °.'],
    ['1e999', latitude, 1, '“1e999” — expected a number from -90 to 90 °.'],
    ['120', depth, 100, '“120” — expected a number above 0 to 100 %.'],
    ['0', depth, 100, '“0” — expected a number above 0 to 100 %.'],
    ['2.5', quantity, 1, '“2.5” — expected a whole number from 0 to 10,000.'],
    ['', quantity, 1, 'Expected a whole number from 0 to 10,000.'],
    ['5 W', hours, 1, '“5 W” — W is asked for as h; expected a number from 0 to 1,000 h.'],
    ['x'.repeat(100), hours, 1, `“${'x'.repeat(30)}” — expected a number from 0 to 1,000 h.`],
  ] as const)('refuses %j and says what is expected', (text, rule, scale, message) => {
    expect(readNumber(text, rule, scale)).toEqual({ ok: false, message })
  })

  test('shows a kept value without trailing noise', () => {
    expect([
      showNumber(0.1 + 0.2),
      showNumber(0.29, 100),
      showNumber(null),
      showNumber(25 / 60),
      showNumber(1290),
    ]).toEqual(['0.3', '29', '', '0.41667', '1290'])
  })

  test.each([
    // 12 °F is −11.1 °C; a unit that is said is taken as said, in any job.
    ['12', siteSchema.shape.recordLowC, -11.111, false],
    ['-11 °C', siteSchema.shape.recordLowC, -11, true],
    ['60', siteSchema.shape.arrayToBatteryM, 18.288, false],
    ['18 m', siteSchema.shape.arrayToBatteryM, 18, true],
    ['1e1', siteSchema.shape.altitudeM, 3.048, false],
  ] as const)('in US units takes %j', (text, schema, value, own) => {
    const read = readNumber(text, fieldRule(schema, US))
    expect(read).toMatchObject({ ok: true, own })
    expect(read.ok && read.value).toBeCloseTo(value, 3)
  })

  test('in US units it says what it takes in them, and shows what is kept in them', () => {
    const low = fieldRule(siteSchema.shape.recordLowC, US)
    expect([low.unit, low.allowed]).toEqual(['°F', 'a number from −130 to 176 °F'.replace('−', '-')])
    expect(readNumber('200', low)).toMatchObject({ ok: false, message: expect.stringContaining('176 °F') })
    expect(showKept(-11, low)).toBe('12.2')
    expect(showKept(null, low)).toBe('')
    const lead = fieldRule(siteSchema.shape.arrayToBatteryM, US)
    expect([18, 6, 18.288, 17.999964].map((lengthM) => showKept(lengthM, lead))).toEqual([
      '59.06',
      '19.69',
      '60',
      '59.055',
    ])
    expect(showKept(0.29, depth, 100)).toBe('29')
  })
})
