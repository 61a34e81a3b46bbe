import { loadSchema, optionSchema, siteSchema } from '@yard-lamp/core/job/schema'
import { describe, expect, test } from 'vitest'
import { fieldRule } from '../src/fields/rule.ts'
import { readNumber, showNumber } from '../src/fields/text.ts'

const latitude = fieldRule(siteSchema.shape.latitudeDeg)
const quantity = fieldRule(loadSchema.shape.quantity)
const depth = fieldRule(optionSchema.shape.battery.shape.depthOfDischarge)
const hours = fieldRule(loadSchema.shape.hoursPerDay)

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
})
