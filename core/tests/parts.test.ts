import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { emptyJob } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import type { PartLine } from '../src/parts/line.ts'
import { PLACES } from '../src/plant/plant.ts'
import { from, holds } from './definition.ts'
import { designed, stationWith } from './designed.ts'
import { FIELD_SHAPES, there } from './field-shapes.ts'

const sum = (figures: readonly number[]) => figures.reduce((total, each) => total + each, 0)
const everyJob = [...demoJobs(), ...Object.values(FIELD_SHAPES)].map((job) => [job.name, job] as const)
/** Pieces of an item on the list; cables are told in metres. */
const pieces = (lines: readonly PartLine[], itemId: string) =>
  sum(lines.filter(({ item, unit }) => item.id === itemId && unit === '').map(({ quantity }) => quantity))

describe('the parts link', () => {
  test('price and weight are the sums of their lines, each cable by the metre of all its conductors', () => {
    const { parts, wiring } = stationWith()
    expect(parts.price.value).toBeCloseTo(sum(parts.lines.map(({ price }) => price)), 6)
    expect(parts.weightKg.value).toBeCloseTo(sum(parts.lines.map(({ weightKg }) => weightKg)), 6)
    const array = wiring.circuits.find(({ id }) => id === 'array')
    // Two conductors of 18 m and 0.15 m at either end for each run, a twentieth over, whole metres.
    const lead = parts.lines.find(({ use, unit }) => unit === 'm' && use === 'Array to controller')
    expect(lead?.needed).toBeCloseTo((array?.count ?? 0) * 2 * 18.3, 6)
    expect(lead?.quantity).toBe(Math.ceil((array?.count ?? 0) * 2 * 18.3 * 1.05))
    // The same wire for several circuits is one line, longest pieces first: 2 × 2 × 6 m of DC and, with its earth, 3 × 3 m and 2 × 3 × 12 m of AC.
    const fixed = parts.lines.find(({ use, unit }) => unit === 'm' && use.includes('Inverter to AC board'))
    expect(fixed?.use.split('; ')).toEqual([
      'AC board to Laboratory',
      'AC board to House',
      'DC board to Radio link and logger',
      'DC board to Light',
      'Converter to Radio link and logger',
      'Sense leads of the monitor',
      'Inverter to AC board',
      'Protective conductor, AC board',
      'Neutral to earth, at one place',
    ])
    const each = 0.3
    const cutM =
      2 * (3 + each) + 3 * (3 + each) + 6 * (12 + each) + 2 * 2 * (6 + each) + 2 * (4 + each) + (2 + each) + 2 * each
    expect(fixed?.needed).toBeCloseTo(cutM, 6)
    expect(fixed?.quantity).toBe(Math.ceil(cutM * 1.05))
  })

  test('nothing chosen, nothing to buy', () => {
    const { parts } = design(emptyJob('x'), SHIPPED_CATALOGUE)
    expect([parts.lines.length, parts.price.value, parts.answer]).toEqual([0, 0, 'nothing chosen yet'])
  })

  test('what is listed is left out by what is already there, piece for piece', () => {
    const job = fieldStation()
    const listed = designed(job).parts.lines.filter(({ unit }) => unit === '')
    fc.assert(
      fc.property(fc.constantFrom(...listed), fc.integer({ min: 1, max: 12 }), (line, quantity) => {
        // Devices are told in lines of their own by what they protect, and are not equipment a person finds on site.
        fc.pre(line.item.kind !== 'device' && line.item.kind !== 'material')
        const left = pieces(designed({ ...job, existing: [there(line.item.id, quantity)] }).parts.lines, line.item.id)
        expect(left).toBe(Math.max(0, pieces(listed, line.item.id) - quantity))
      }),
      { numRuns: 25 },
    )
  })

  test('a line of which some is there says so, and costs what is left', () => {
    const job: Job = { ...fieldStation(), existing: [there('haskerl-24-120', 2)] }
    const line = designed(job).parts.lines.find(({ item }) => item.id === 'haskerl-24-120')
    expect(line?.use).toMatch(/, beside 2 already there$/)
    expect(line?.price).toBeCloseTo(4 * (line?.item.price ?? 0), 9)
  })

  test('a circuit whose cable or device was taken away lists none', () => {
    const use = 'Bank to bus bars'
    const linesOf = (deviceId: string | null) =>
      stationWith({ circuits: { 'battery-main': { deviceId } } }).parts.lines.filter((each) => each.use.includes(use))
    const groups = (deviceId: string | null) => new Set(linesOf(deviceId).map(({ group }) => group))
    expect(groups(null)).toEqual(new Set(['protection', 'cable', 'ends']))
    expect(groups('none')).toEqual(new Set(['cable', 'ends']))
  })

  test('a longer run is more metres, never fewer, and dearer', () => {
    const at = (lengthM: number) => stationWith({ circuits: { array: { lengthM } } }).parts
    let [beforeM, beforePrice] = [0, 0]
    for (const lengthM of [1, 5, 5.1, 20, 60, 120]) {
      const { lines, price } = at(lengthM)
      const metres = sum(lines.filter(({ unit }) => unit === 'm').map(({ quantity }) => quantity))
      expect(metres).toBeGreaterThanOrEqual(beforeM)
      expect(price.value).toBeGreaterThanOrEqual(beforePrice)
      expect(Number.isInteger(metres)).toBe(true)
      ;[beforeM, beforePrice] = [metres, price.value]
    }
  })
})

describe.each(everyJob)('parts of %s', (_, job) => {
  const whole = designed(job)
  const { parts } = whole
  /** The main system and those of their own beside it. */
  const systems = [whole, ...whole.beside.map(({ design: own }) => own)]

  test('hold every unit of the plant that has a sheet, as many as stand there, less what is there', () => {
    const units = systems.flatMap(({ plant }) => plant.units)
    for (const item of new Set(units.flatMap((unit) => unit.item ?? []))) {
      const standing = sum(units.filter((unit) => unit.item?.id === item.id).map(({ quantity }) => quantity))
      const kept = sum(
        (job.existing ?? []).filter((each) => each.kept && each.itemId === item.id).map((each) => each.quantity),
      )
      expect(pieces(parts.lines, item.id), item.id).toBe(Math.max(0, standing - kept))
    }
  })

  test('hold a device for each circuit that has one, of the rating it was sized to', () => {
    const devices = systems
      .flatMap(({ wiring }) => wiring.circuits)
      .flatMap(({ device, count, deviceEnds }) =>
        device?.item ? [{ id: device.item.id, count: count * deviceEnds }] : [],
      )
    const fitted = parts.lines.filter(({ group }) => group !== 'spares')
    for (const id of new Set(devices.map((each) => each.id)))
      expect(pieces(fitted, id), id).toBe(sum(devices.filter((each) => each.id === id).map(({ count }) => count)))
  })

  test('stand once each, in the order of the places, and every place has its weight', () => {
    const keys = parts.lines.map(({ key }) => key)
    expect(new Set(keys).size).toBe(keys.length)
    const places = parts.lines.map(({ place }) => PLACES.indexOf(place))
    expect(places).toEqual(places.toSorted((a, b) => a - b))
    for (const place of PLACES) {
      const weightKg = sum(parts.lines.filter((each) => each.place === place).map((each) => each.weightKg))
      expect(parts.weightByPlaceKg[place]).toBeCloseTo(weightKg, 6)
    }
  })

  test('cost as many as are ordered at the price of the sheet', () => {
    for (const { quantity, needed, unitPrice, price, item, group } of parts.lines) {
      if (group !== 'spares') expect(unitPrice).toBe(item.price)
      expect(price).toBeCloseTo(quantity * unitPrice, 2)
      expect(quantity).toBeGreaterThanOrEqual(needed - 1e-9)
      expect(quantity).toBeGreaterThan(0)
    }
  })
})

describe('definitions', () => {
  holds(
    'parts.total',
    { prices: fc.array(from(0, 5000), { maxLength: 9 }), weightsKg: fc.array(from(0, 90), { maxLength: 9 }) },
    ({ prices, weightsKg }) => ({ price: sum(prices), weightKg: sum(weightsKg) }),
  )
  holds(
    'options.delivered-price',
    {
      systemPrice: from(0, 90_000),
      bankPrice: from(0, 30_000),
      bankYears: from(0.5, 40),
      horizonYears: from(1, 60),
      yearlyEnergyKwh: from(1, 30_000),
    },
    ({ systemPrice, bankPrice, bankYears, horizonYears, yearlyEnergyKwh }) => {
      let sets = 1
      while (sets * bankYears < horizonYears * (1 - 1e-9)) sets += 1
      const wholePrice = systemPrice + (sets - 1) * bankPrice
      return { sets, wholePrice, pricePerKwh: wholePrice / (yearlyEnergyKwh * horizonYears) }
    },
  )
})
