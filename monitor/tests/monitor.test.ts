import { demoJobs, design, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { dayOfDate, isReference, referenceOf } from '@yard-lamp/core/log'
import { describe, expect, test } from 'vitest'
import { firstMomentMs, Pace, readingsOf, spanOf } from '../src/life.ts'
import { type Options, readOptions, UsageError } from '../src/options.ts'

const options = (...args: string[]): Options => {
  const read = readOptions(['--job', 'x', ...args])
  if (read === 'help') throw new Error('help')
  return read
}
const NOW = Date.parse('2026-06-15T10:30:00Z')

describe('options', () => {
  test.each([
    [['--fault', 'rust'], 'string-out'],
    [['--speed', '0'], '--speed 0: allowed: a number from 1'],
    [['--every', '7'], 'allowed: 1, 2, 5'],
    [['--from', 'June'], 'a day such as 2025-06-01'],
    [['--colour', 'red'], 'colour'],
  ])('%s is refused with what is allowed', (args, message) => {
    expect(() => readOptions(['--job', 'x', ...args])).toThrow(message)
  })
  test('without a job nothing is lived', () => {
    expect(() => readOptions([])).toThrow(UsageError)
    expect(readOptions(['--help'])).toBe('help')
  })
})

describe('a span', () => {
  test('at real pace begins now and does not end', () => {
    const real = options()
    const span = spanOf(real, NOW, 0)
    expect(span).toMatchObject({ first: dayOfDate('2026-06-15'), past: Number.POSITIVE_INFINITY })
    expect(firstMomentMs(span, real, NOW, 0)).toBe(NOW)
  })
  test('faster is a year that ended yesterday, its fault after thirty days', () => {
    const span = spanOf(options('--speed', '1000'), NOW, 0)
    expect(span.past).toBe(dayOfDate('2026-06-15'))
    expect(span.past - span.first).toBe(365)
    expect(span.faultDay - span.first).toBe(30)
  })
})

test('readings come as their moments come, so many times as fast as ours, and end with the days', () => {
  const [job] = demoJobs()
  const reference = job && referenceOf(design(job, SHIPPED_CATALOGUE))
  if (!reference || !isReference(reference)) throw new Error('no reference')
  const two = options('--speed', '3600', '--days', '2', '--from', '2025-06-01', '--every', '30')
  const span = spanOf(two, NOW, reference.offsetMs)
  const from = firstMomentMs(span, two, NOW, reference.offsetMs)
  const pace = new Pace(readingsOf(reference, two, span), from, two.speed, NOW)
  expect(pace.due(NOW)?.map(({ atMs }) => atMs - from)).toEqual([0])
  // A second is an hour: two readings more.
  expect(pace.due(NOW + 1000)).toHaveLength(2)
  expect(pace.due(NOW + 1000)).toHaveLength(0)
  expect(pace.due(NOW + 48_000)).toHaveLength(93)
  expect(pace.due(NOW + 48_000)).toBeNull()
})
