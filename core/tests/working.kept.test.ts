import { describe, expect, test } from 'vitest'
import { DEFAULTS } from '../src/job/defaults.ts'
import { acDemand, dayTotal } from '../src/loads/methods.ts'
import { InputError } from '../src/method/input-error.ts'
import type { Bench } from '../src/working/bench.ts'
import { defineLink } from '../src/working/link.ts'
import { assumedOf, entered, type Known, keepBare, known, sameKnown, Working } from '../src/working/working.ts'

const kitchen = { id: 'kitchen', name: 'Kitchen' }
const energies = (...wh: number[]) => wh.map((each) => entered(each, 'a load'))
const totalOf = (working: Working, list: readonly Known[], subject = kitchen) =>
  working.about(subject, () => working.applyToList(dayTotal, 'dailyEnergiesWh', list)).dailyEnergyWh

describe('a method applied to a list', () => {
  test('gives what it gives applied to the same inputs', () => {
    const list = energies(100, 250, 0.5)
    const [kept, plain] = [new Working('loads'), new Working('loads')]
    totalOf(kept, list)
    plain.about(kitchen, () => plain.apply(dayTotal, { dailyEnergiesWh: list }))
    expect(kept.steps).toEqual(plain.steps)
  })

  test('is worked once for as long as the list holds the same objects', () => {
    const list = energies(100, 250)
    const first = totalOf(new Working('loads'), list)
    expect(totalOf(new Working('loads'), [...list])).toBe(first)
    // Undone after another edit: the first is still known.
    expect(totalOf(new Working('loads'), [...list, ...energies(1)]).value).toBe(351)
    expect(totalOf(new Working('loads'), list)).toBe(first)
  })

  test('is worked anew for an equal figure of another load, one more, one less, another order', () => {
    const list = energies(100, 250, 50)
    const first = totalOf(new Working('loads'), list)
    const [a, b, c] = list as [Known, Known, Known]
    for (const other of [
      [a, b],
      [a, b, ...energies(50)],
      [a, c, b],
      [...list, ...energies(0)],
    ])
      expect(totalOf(new Working('loads'), other)).not.toBe(first)
  })

  test('keeps the rooms apart, by id and by the name they are shown with', () => {
    const list = energies(100, 250)
    const first = totalOf(new Working('loads'), list)
    expect(totalOf(new Working('loads'), list, { id: 'workshop', name: 'Kitchen' })).not.toBe(first)
    const renamed = new Working('loads')
    totalOf(renamed, list, { id: 'kitchen', name: 'Galley' })
    expect(renamed.steps.map(({ subject }) => subject)).toEqual(['Galley'])
  })

  test('records its step in each working, and never two under one address', () => {
    const list = energies(7, 8)
    const working = new Working('loads')
    totalOf(working, list)
    totalOf(working, list)
    totalOf(working, energies(1))
    expect(working.steps.map(({ address }) => address)).toEqual([
      'loads/load.day-total/kitchen',
      'loads/load.day-total/kitchen~2',
      'loads/load.day-total/kitchen~3',
    ])
    expect(working.steps.map(({ outputs }) => outputs.dailyEnergyWh?.value)).toEqual([15, 15, 1])
  })

  test('takes an empty list, and is as clear as ever where it refuses', () => {
    expect(totalOf(new Working('loads'), []).value).toBe(0)
    const working = new Working('loads')
    expect(() => totalOf(working, energies(5, -1))).toThrow(InputError)
    expect(() => totalOf(working, energies(5, -1))).toThrow(/^dailyEnergiesWh\.1: got -1; allowed: /)
    expect(working.steps).toEqual([])
  })

  test('reads rows kept bare as it reads others, and leaves them as they are', () => {
    const row = () => ({ quantity: entered(2, 'pump'), powerW: entered(60, 'pump'), surgeW: entered(180, 'pump') })
    const kept = keepBare(row())
    const [a, b] = [new Working('loads'), new Working('loads')]
    for (const rows of [[kept], [kept, kept], [kept, row()]]) {
      const plainRows = rows.map(row)
      expect(a.applyToList(acDemand, 'loads', rows).surgeW.value).toBe(
        b.apply(acDemand, { loads: plainRows }).surgeW.value,
      )
    }
    expect(Object.keys(kept)).toEqual(['quantity', 'powerW', 'surgeW'])
  })
})

describe('figures', () => {
  test('are the same where value, origin and place are', () => {
    const figure: Known = { ...known(4, 'computed', 'a method'), step: 'loads/x/y', key: 'powerW' }
    expect(sameKnown(figure, { ...figure })).toBe(true)
    const others: Known[] = [
      { ...figure, value: 5 },
      { ...figure, origin: 'entered' },
      { ...figure, from: 'another' },
      { ...figure, step: 'loads/x/z' },
      { ...figure, key: 'surgeW' },
      { ...figure, place: 'loads.a.powerW' },
    ]
    for (const other of others) expect(sameKnown(figure, other)).toBe(false)
  })

  test('a default is one object, with its reason and the field it stands in for', () => {
    expect(assumedOf(DEFAULTS.loadMarginFraction)).toBe(assumedOf(DEFAULTS.loadMarginFraction))
    expect(assumedOf(DEFAULTS.loadMarginFraction)).toEqual({
      value: 0.1,
      origin: 'assumption',
      from: 'for what was forgotten',
      place: 'loads.loadMarginFraction',
    })
    expect(assumedOf(DEFAULTS.powerFactor)).not.toHaveProperty('place')
  })
})

describe('a link', () => {
  const bench = {} as Bench
  interface Up {
    readonly a: number
    readonly b: { readonly wh: number } | null
    readonly unread: number
  }
  /** A link that counts how often it is worked. */
  function counting() {
    let times = 0
    const link = defineLink(
      'loads',
      (_bench: Bench, { a, b }: Up) => ({ a, b }),
      ({ a, b }) => {
        times += 1
        return { sum: a + (b?.wh ?? 0) }
      },
    )
    return { link, times: () => times }
  }
  const b = { wh: 10 }

  test('is worked once for the same reads, whatever else changes', () => {
    const { link, times } = counting()
    const first = link(bench, { a: 1, b, unread: 1 })
    expect(link(bench, { a: 1, b, unread: 2 })).toBe(first)
    expect(link({ ...bench }, { a: 1, b, unread: 3 })).toBe(first)
    expect(times()).toBe(1)
  })

  test('is worked again for each read that changes, in whatever order they change', () => {
    const { link, times } = counting()
    const tried: [number, Up['b']][] = [
      [1, b],
      [2, b],
      [2, null],
      [2, { wh: 10 }],
      [3, b],
      [Number.NaN, b],
      [0, null],
    ]
    for (const [a, wh] of tried) expect(link(bench, { a, b: wh, unread: 0 }).sum).toBe(a + (wh?.wh ?? 0))
    expect(times()).toBe(tried.length)
    for (const [a, wh] of tried.toReversed()) expect(link(bench, { a, b: wh, unread: 0 }).sum).toBe(a + (wh?.wh ?? 0))
    expect(times()).toBe(tried.length)
  })

  test('forgets what was used longest ago, not what is used', () => {
    const { link, times } = counting()
    link(bench, { a: 0, b, unread: 0 })
    for (let a = 1; a <= 30; a++) {
      link(bench, { a, b, unread: 0 })
      link(bench, { a: 0, b, unread: 0 })
    }
    expect(times()).toBe(31)
    link(bench, { a: 1, b, unread: 0 })
    expect(times()).toBe(32)
  })
})
