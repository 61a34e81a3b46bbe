import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { answers, design } from '../src/chain/design.ts'
import { cautionsFor } from '../src/checks/cautions.ts'
import { findings } from '../src/checks/checks.ts'
import { demoJobs } from '../src/demo/demo.ts'
import type { Job } from '../src/job/schema.ts'
import { siteSchema } from '../src/job/schema.ts'
import { allowedIn } from '../src/method/quantity.ts'
import { sizeInBoth } from '../src/tables/conductor.ts'
import { parseQuantity } from '../src/units/parse.ts'
import { CONVERTED_UNITS, UNIT_SYSTEMS, writerOf } from '../src/units/writer.ts'
import { FIRES } from './broken-jobs.ts'

const metric = writerOf('metric')
const us = writerOf('us')
const plain = (text: string) => text.replaceAll('\u00a0', ' ')

describe('a writer', () => {
  test.each([
    [-11, '°C', undefined, '−11 °C', '12 °F'],
    [40, '°C', undefined, '40 °C', '104 °F'],
    [8, 'K', undefined, '8 K', '14.4 °F'],
    [15, 'm', undefined, '15 m', '49.2 ft'],
    [1722, 'mm', 0, '1,722 mm', '67.8 in'],
    [2, 'm²', 1, '2.0 m²', '21.5 ft²'],
    [45, 'kg', 0, '45 kg', '99 lb'],
    [20, 'L', undefined, '20 L', '5.28 gal'],
    [2.4, 'm³/h', 1, '2.4 m³/h', '1.41 ft³/min'],
    [120, 'cm²', 0, '120 cm²', '19 in²'],
    [230, 'V', undefined, '230 V', '230 V'],
    [1.5, 'kWh', 1, '1.5 kWh', '1.5 kWh'],
  ] as const)('writes %d %s', (value, unit, decimals, inMetric, inUs) => {
    expect(plain(metric.quantity(value, unit, decimals))).toBe(inMetric)
    expect(plain(us.quantity(value, unit, decimals))).toBe(inUs)
  })

  test('what is shown is kept as it was, in every system and unit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNIT_SYSTEMS),
        fc.constantFrom(...CONVERTED_UNITS, 'V', 'Wh', ''),
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        (system, unit, value) => {
          const write = writerOf(system)
          expect(write.kept(write.shown(value, unit), unit)).toBeCloseTo(value, 6)
        },
      ),
    )
  })

  test('what it writes is read again as the same figure', () => {
    for (const [value, unit] of [
      [-11, '°C'],
      [12, 'm'],
      [1722, 'mm'],
      [45, 'kg'],
      [20, 'L'],
      [8, 'K'],
      [1.5, 'W/K'],
      [120, 'cm²'],
      [2.4, 'm³/h'],
      [0.8, 'L/h'],
    ] as const) {
      const read = parseQuantity(plain(us.quantity(value, unit, 3)), unit)
      expect(read.ok && read.value).toBeCloseTo(value, 1)
    }
  })

  test('is the same object for the same system: what is made with it is made once', () => {
    expect(writerOf('us')).toBe(us)
    expect([metric.system, us.system]).toEqual(['metric', 'us'])
  })

  test('a field says its range in it, rounded inwards', () => {
    const low = siteSchema.shape.recordLowC
    expect(allowedIn(low, metric)).toBe('a number from -90 to 80 °C')
    expect(allowedIn(low, us)).toBe('a number from -130 to 176 °F')
    const distance = siteSchema.shape.arrayToBatteryM
    const most = Number(/to ([\d,.]+) ft/.exec(allowedIn(distance, us))?.[1]?.replaceAll(',', ''))
    expect(distance.safeParse(us.kept(most, 'm')).success).toBe(true)
    expect(allowedIn(siteSchema.shape.latitudeDeg, us)).toBe(allowedIn(siteSchema.shape.latitudeDeg, metric))
  })

  test('sizes of cable stand in both where an inspector needs both', () => {
    expect(plain(sizeInBoth('2 AWG', metric))).toBe('2 AWG (33.6 mm²)')
    expect(plain(sizeInBoth('35 mm2', metric))).toBe('35 mm²')
    expect(plain(sizeInBoth('35 mm2', us))).toBe('35 mm² (1 AWG)')
  })
})

describe('a job in US units', () => {
  const jobs = [...demoJobs(), ...Object.values(FIRES).map(({ job }) => job)]
  const said = (job: Job): string[] => {
    const result = design(job, SHIPPED_CATALOGUE)
    return [
      ...Object.values(answers(result)),
      ...findings(result).flatMap(({ message, remedy }) => [message, remedy]),
      ...result.needs.map(({ message }) => message),
      ...cautionsFor(result).map(({ text }) => text),
    ].map(plain)
  }
  // Insulation is named in °C everywhere.
  const METRIC_ONLY = /\d\s?(°C|kg|km|m|mm|cm|L|m²|m³\/h|cm²)(?![\wµ²³/])/

  test('says no sentence in other units: no answer, finding, need or caution', () => {
    for (const job of jobs)
      for (const sentence of said({ ...job, units: 'us' }))
        expect(METRIC_ONLY.test(sentence.replace(/[\d./]+ mm²|105 °C battery cable/g, '')) ? sentence : '').toBe('')
  })

  test('is the same design: units are words, and no figure moves', () => {
    for (const job of jobs) {
      const [own, other] = [design(job, SHIPPED_CATALOGUE), design({ ...job, units: 'us' }, SHIPPED_CATALOGUE)]
      expect(findings(other).map(({ id, place }) => [id, place])).toEqual(
        findings(own).map(({ id, place }) => [id, place]),
      )
      expect(other.parts.price.value).toBe(own.parts.price.value)
      expect(other.steps.map(({ outputs }) => outputs)).toEqual(own.steps.map(({ outputs }) => outputs))
    }
  })
})
