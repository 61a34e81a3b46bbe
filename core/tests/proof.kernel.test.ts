import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { besideOf } from '../src/proof/beside.ts'
import { emitted } from '../src/proof/kernel/emit.ts'
import { folded } from '../src/proof/kernel/fold.ts'
import { readProgram } from '../src/proof/kernel/form.ts'
import { FOR_FIGURES, FOR_SEARCH, Lanes, type Manner, wasmHere } from '../src/proof/kernel/lanes.ts'
import { type Beside, type LaneRows, OneByOne, type YearRows } from '../src/proof/one-by-one.ts'
import { packed } from '../src/proof/parameters.ts'
import { named, noExtremes, noTotals, SCHEDULE_WIDTH, STATE, type Terms, TOTALS } from '../src/proof/terms.ts'
import { dumpRows } from '../src/proof/year.ts'
import { anyFortnight, anyTerms, MADE_DAYS } from './made-plants.ts'

type Fortnight = typeof anyFortnight extends fc.Arbitrary<infer T> ? T : never

const wasm = wasmHere()
if (!wasm) throw new Error('these tests need WebAssembly')

/** Rows of a plant whose bank is full and at 10 °C. */
function begun(terms: Terms): LaneRows {
  const state = Float64Array.from(STATE, () => 0)
  state[0] = terms.fullWh * terms.wellShare
  state[1] = terms.fullWh * (1 - terms.wellShare)
  state[2] = 10
  return { state, totals: noTotals(), extremes: noExtremes(), dumps: dumpRows(terms) }
}

/** A fortnight of a plant under several skies side by side, worked in three pieces as months are. */
function worked(beside: Beside, terms: Terms, schedule: Float64Array, years: readonly YearRows[]): LaneRows[] {
  const plant = { parameters: packed(terms), schedule, divisor: Math.round(1 / terms.stepH) }
  const placed = beside.place(years, true)
  const rows = years.map(() => begun(terms))
  for (const [from, past] of [
    [0, 5],
    [5, 6],
    [6, MADE_DAYS],
  ] as const)
    beside.run(plant, placed, from, past, rows)
  return rows
}

const skies = (made: readonly Fortnight[]): YearRows[] => made.map(({ weather, days }) => ({ weather, days }))
const several = (count: number) => fc.tuple(anyTerms, fc.array(anyFortnight, { minLength: count, maxLength: count }))

/** Without loads of less than half a watt: single precision counts nothing so small as missing. */
const ofThisWorld = (schedule: Float64Array): Float64Array =>
  schedule.map((figure, at) => (at % SCHEDULE_WIDTH < 9 && figure < 0.5 ? 0 : figure))

describe('the emitted kernel', () => {
  test('gives what the loop gives, to the last bit, in both lanes of any plant', () => {
    const kernel = besideOf(FOR_FIGURES)
    expect(kernel).toBeInstanceOf(Lanes)
    const loop = new OneByOne(kernel.count)
    fc.assert(
      fc.property(several(2), ([terms, made]) => {
        const schedule = made[0]?.schedule ?? new Float64Array()
        const [ours, theirs] = [kernel, loop].map((each) => worked(each, terms, schedule, skies(made)))
        // Equal as numbers are: a zero may have either sign.
        for (const [lane, rows] of (ours ?? []).entries())
          for (const name of ['state', 'totals', 'extremes', 'dumps'] as const)
            expect([...rows[name]].map((figure) => figure + 0)).toEqual(
              [...(theirs?.[lane]?.[name] ?? [])].map((figure) => figure + 0),
            )
      }),
      { numRuns: 150 },
    )
  })

  test('in single precision counts the hours of the loop and comes near its energies, but where a figure stands on an edge', () => {
    const [kernel, loop] = [besideOf(FOR_SEARCH), new OneByOne(4)]
    let [lanes, sameHours, near] = [0, 0, 0]
    for (const [terms, made] of fc.sample(several(4), { numRuns: 120, seed: 31 })) {
      const schedule = ofThisWorld(made[0]?.schedule ?? new Float64Array())
      const [ours, theirs] = [kernel, loop].map((each) => worked(each, terms, schedule, skies(made)))
      for (const [lane, { totals }] of (ours ?? []).entries()) {
        const [a, b] = [named(TOTALS, totals), named(TOTALS, theirs?.[lane]?.totals ?? noTotals())]
        // Nothing else is added up: nobody reads it in a search.
        expect(a.pvWh).toBe(0)
        lanes++
        const hours = ['hours', 'criticalHours', 'unmetHours', 'criticalUnmetHours', 'generatorHours'] as const
        if (hours.every((name) => a[name] === b[name])) sameHours++
        if (Math.abs(a.throughputWh - b.throughputWh) < 1e-3 * (b.throughputWh + 0.1 * terms.fullWh)) near++
      }
    }
    expect(lanes).toBeGreaterThan(100)
    // An hour at a threshold may fall to the other side of it, and what follows with it.
    expect(sameHours / lanes).toBeGreaterThan(0.95)
    expect(near / lanes).toBeGreaterThan(0.95)
  })

  test('works fewer years than it has lanes, and more things that take surplus than it has room for', () => {
    const kernel = besideOf(FOR_FIGURES)
    const loop = new OneByOne(2)
    const [[terms, made] = []] = fc.sample(several(2), { numRuns: 1, seed: 5 })
    if (!terms || !made) throw new Error('no plant')
    const schedule = made[0]?.schedule ?? new Float64Array()
    const one = skies(made).slice(0, 1)
    expect(worked(kernel, terms, schedule, one)).toEqual(worked(loop, terms, schedule, one))
    const many = { ...terms, dumps: Array.from({ length: 40 }, () => ({ powerW: 5, mostWhPerDay: 20 })) }
    expect(worked(kernel, many, schedule, skies(made))).toEqual(worked(loop, many, schedule, skies(made)))
  })

  test('keeps several placings apart in one memory', () => {
    const kernel = besideOf(FOR_FIGURES, 2)
    const [[terms, made] = []] = fc.sample(several(4), { numRuns: 1, seed: 9 })
    if (!terms || !made) throw new Error('no plant')
    const plant = {
      parameters: packed(terms),
      schedule: made[0]?.schedule ?? new Float64Array(),
      divisor: Math.round(1 / terms.stepH),
    }
    const [first, second] = [skies(made).slice(0, 2), skies(made).slice(2)]
    const [one, other] = [kernel.place(first), kernel.place(second)]
    const run = (placed: typeof one) => {
      const rows = [begun(terms), begun(terms)]
      kernel.run(plant, placed, 0, MADE_DAYS, rows)
      return rows.map(({ totals }) => [...totals])
    }
    const before = run(one)
    expect(run(other)).not.toEqual(before)
    expect(run(one)).toEqual(before)
    expect(() => kernel.place(first)).toThrow('there is room for 2 groups of years')
    expect(kernel.place(second, true)).toEqual({ ...other, weatherAt: one.weatherAt, daysAt: one.daysAt })
  })

  test('gives way to the loop where WebAssembly is refused or not there', () => {
    class Refused {
      constructor() {
        throw new Error('refused by the content policy')
      }
    }
    expect(besideOf(FOR_FIGURES, 1, { ...wasm, Module: Refused } as unknown as typeof wasm)).not.toBeInstanceOf(Lanes)
    const without = besideOf(FOR_SEARCH, 1, null)
    expect(without).not.toBeInstanceOf(Lanes)
    expect(without.count).toBe(4)
  })
})

describe('what is emitted', () => {
  const known = (parameters: readonly [string, number][], manner: Manner = FOR_FIGURES) => ({
    parameters: new Map(parameters),
    counts: new Map([['times', 3]]),
    emptyColumns: new Set([1]),
    constants: manner.constants,
    isUnread: (row: string, place: number) => row === 'totals' && place === 7,
  })

  test('leaves out what a plant has not', () => {
    const program = readProgram(`
      (let real array (parameter arrayBWPerWm2))
      (let real sun (get weather 0))
      (let real out 0)
      (if (> array 0) (do
        (set out (* array sun))
      ))
      (let real load (get schedule 1))
      (put state 0 (+ out (+ load sun)))
      (put totals 7 (sqrt sun))
    `)
    expect(folded(program, known([['arrayBWPerWm2', 0]]))).toEqual([
      ['let', 'real', 'sun', ['get', 'weather', 0]],
      ['let', 'real', 'load', ['get', 'schedule', 1]],
      ['put', 'state', 0, ['+', 'load', 'sun']],
    ])
    // With it both remain: a choice of one figure is no branch.
    expect(JSON.stringify(folded(program, known([])))).toContain('["set","out",["pick"')
  })

  test('knows what a figure comes to without the hours: held between nothing and nothing, the lesser of nothing and a load', () => {
    const program = readProgram(`
      (let real most (parameter heaterMostW))
      (let real asked (get weather 3))
      (put state 0 (pick (< asked 0) 0 (pick (> asked most) most asked)))
      (let real load (* (get schedule 0) (get days 1)))
      (put state 1 (pick (< most load) most load))
      (put state 2 (pick (< most asked) most asked))
    `)
    expect(folded(program, known([['heaterMostW', 0]]))).toEqual([
      ['let', 'real', 'asked', ['get', 'weather', 3]],
      ['put', 'state', 0, 0],
      ['put', 'state', 1, 0],
      // The air may be below it.
      ['put', 'state', 2, ['pick', ['<', 0, 'asked'], 0, 'asked']],
    ])
  })

  test('takes a constant of its own where a manner has one', () => {
    const program = readProgram('(let real NOTHING_W 0.000001) (put state 0 (+ NOTHING_W (get state 0)))')
    const [put] = folded(program, known([], FOR_SEARCH))
    expect(put).toEqual(['put', 'state', 0, ['+', 0.05, ['get', 'state', 0]]])
  })

  test('is refused, with the word, where a program says what nobody knows', () => {
    const emit = (text: string) => () => emitted(readProgram(text), 'f64x2')
    expect(emit('(put state 0 missing)')).toThrow('nothing is called missing')
    expect(emit('(put state 0 (% 1 2))')).toThrow('no figure: %')
    expect(emit('(jump 3)')).toThrow('no statement: jump')
    expect(() => readProgram('(let real a (+ 1 2)')).toThrow('the program ends within brackets')
  })

  test('does what its words say, lane by lane', () => {
    const program = readProgram(`
      (let int from (i+ firstDay 1))
      (let flag isLate (i>= from 3))
      (let real a (get state 0))
      (let real sum 0)
      (for i 0 pastDay 1 (do
        (set sum (+ sum (figure i)))
      ))
      (let mask isBig (and (> a 2) (or isLate (< a 100))))
      (let real b 1)
      (if isBig (do
        (set b (/ (sqrt a) 2))
        (put totals 1 (+ (get totals 1) a))
      ) (do
        (set b (- b a))
      ))
      (put totals 0 (pick (< a sum) a sum))
      (put totals 2 b)
    `)
    const memory = new wasm.Memory({ initial: 1 })
    const module = new wasm.Module(emitted(program, 'f64x2'))
    const { run } = new wasm.Instance(module, { lanes: { memory } }).exports
    const cells = new Float64Array(memory.buffer)
    cells.set([16, 1])
    run(1, 4, 0, 0, 0, 0, 0, 0, 64, 0)
    expect([...cells.slice(8, 14)]).toEqual([6, 1, 16, 0, 2, 0])
  })
})
