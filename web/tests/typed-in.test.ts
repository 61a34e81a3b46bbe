import { fieldStation, JOB_VERSION, type Job, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { afterEach, describe, expect, test, vi } from 'vitest'
import { priceLines, pricesFrom } from '../src/catalogue/price-text.ts'
import { readJobFile } from '../src/jobs/read-job-file.ts'
import {
  answersSeen,
  energyUnitTurned,
  fieldWaits,
  loadsLit,
  viewReset,
  viewSlice,
  workingOpened,
} from '../src/store/view-slice.ts'
import { rememberedUnits, rememberUnits } from '../src/units/remembered-units.ts'

const known = new Set(SHIPPED_CATALOGUE.batteries.map(({ id }) => id))
const [first, second] = [...known] as [string, string]

describe('lines of a price list', () => {
  test.each([
    ['commas', `${first},410.5,3\n${second},95,`],
    ['semicolons, as where the decimal sign is a comma', `${first};410,5;3\n${second};95;`],
    ['tabs, as pasted from a spreadsheet', `${first}\t410.5\t3\n${second}\t95`],
    ['a heading, empty lines and spaces about', `item,price,stock\n\n  ${first} , 410.5 , 3 \n\n${second},95,\n`],
    ['quoted cells', `"${first}","410.5","3"\n"${second}","95",""`],
  ])('are read from %s', (_, text) => {
    expect(pricesFrom(text, known)).toEqual({
      [first]: { price: 410.5, stock: 3 },
      [second]: { price: 95, stock: null },
    })
  })

  test.each([
    ['an item of no sheet', `${first},410\nnothing-such,3`, 'line 2: got "nothing-such"; allowed: the id of an item'],
    ['a first line that is no heading', 'nothing-such,3', 'line 1: got "nothing-such"'],
    ['a heading below the first line', `${first},410\nItem,Price`, 'line 2: got "Item"'],
    ['no price', `${first},`, 'line 1: got the price ""; allowed: a number from 0'],
    ['a price below nothing', `${first},-1`, 'line 1: got the price "-1"'],
    ['a price without end', `${first},1e999`, 'line 1: got the price "1e999"'],
    ['a price in words', `${first},410\n${second},on demand`, 'line 2: got the price "on demand"'],
    ['half a piece', `${first},410,2.5`, 'line 1: got the stock "2.5"; allowed: a whole number from 0, or nothing'],
    ['fewer than none', `${first},410,-2`, 'line 1: got the stock "-2"'],
  ])('are refused by line and figure: %s', (_, text, said) => {
    expect(() => pricesFrom(text, known)).toThrow(said)
  })

  test('of a file come back as they went', () => {
    const rows = [
      [first, '410.5', '3', 'a note'],
      [second, '95', ''],
    ]
    expect(pricesFrom(priceLines(rows), known)).toEqual({
      [first]: { price: 410.5, stock: 3 },
      [second]: { price: 95, stock: null },
    })
    expect(pricesFrom('', known)).toEqual({})
  })
})

describe('a job file', () => {
  const file = (text: string | Uint8Array<ArrayBuffer>, name = 'hut.json') => new File([text], name)

  test('comes back as the job it was', async () => {
    expect(await readJobFile(file(JSON.stringify(fieldStation())))).toEqual(fieldStation())
  })

  test.each<[string, () => File, RegExp]>([
    ['is no JSON', () => file('12 panels'), /^hut\.json was not brought in: .*JSON.*Nothing was changed\.$/],
    ['is empty', () => file(''), /^hut\.json was not brought in: /],
    ['is another program’s', () => file('{"format": "other"}'), /format/],
    ['is no job at all', () => file('[]'), /not a Yard Lamp job/],
    [
      'chooses an option it does not have',
      () => file(JSON.stringify({ ...fieldStation(), chosenOptionId: 'none' })),
      /chosenOptionId.*the id of one of the options/,
    ],
    [
      'was made by a newer Yard Lamp',
      () => file(JSON.stringify({ ...fieldStation(), version: JOB_VERSION + 1 })),
      /newer Yard Lamp/,
    ],
    [
      'has a load of minus one watt',
      () => file(JSON.stringify({ ...fieldStation(), loads: [{ ...fieldStation().loads[0], powerW: -1 }] })),
      /loads\.0\.powerW.*got -1/,
    ],
    [
      'is larger than any job',
      () => file(new Uint8Array(5 * 1024 * 1024 + 1)),
      /it is 5\.0.MB, and a job file is at most 5 MB\. Nothing was changed\.$/,
    ],
    ['is half a file', () => file(JSON.stringify(fieldStation()).slice(0, -200)), /not brought in/],
  ])('that %s is refused in a sentence', async (_, make, said) => {
    await expect(readJobFile(make())).rejects.toThrow(said)
  })

  test('of every demo job is taken whatever its name', async () => {
    const named: Job = { ...fieldStation(), name: 'Hütte „Süd“ — 山小屋' }
    expect((await readJobFile(file(JSON.stringify(named), 'Hütte.json'))).name).toBe(named.name)
  })
})

describe('what is seen', () => {
  const after = (...actions: Parameters<typeof viewSlice.reducer>[1][]) =>
    actions.reduce(viewSlice.reducer, viewSlice.getInitialState())

  test('a field that waits is told with its sentence, until it is understood', () => {
    const waits = fieldWaits({ place: 'site.recordLowC', message: 'a number from -70' })
    const other = fieldWaits({ place: 'loads.fan.powerW', message: 'a number of W' })
    expect(after(waits, other).waiting).toEqual({
      'site.recordLowC': 'a number from -70',
      'loads.fan.powerW': 'a number of W',
    })
    expect(after(waits, other, fieldWaits({ place: 'site.recordLowC', message: null })).waiting).toEqual({
      'loads.fan.powerW': 'a number of W',
    })
  })

  test('the same loads lit again are the same list: what watches it is not drawn anew', () => {
    const lit = after(loadsLit(['fan', 'pump']))
    expect(viewSlice.reducer(lit, loadsLit(['fan', 'pump']))).toBe(lit)
    expect(viewSlice.reducer(lit, loadsLit(['pump', 'fan'])).litLoads).toEqual(['pump', 'fan'])
    expect(viewSlice.reducer(lit, loadsLit([])).litLoads).toEqual([])
  })

  test('answers are acknowledged one by one, and all is forgotten with the job', () => {
    const seen = after(
      answersSeen({ battery: '6 × 24 V', array: '8 panels' }),
      answersSeen({ battery: '7 × 24 V' }),
      energyUnitTurned(),
      workingOpened({ step: 'battery/battery.bank/bank', key: 'parallel' }),
    )
    expect(seen.seenAnswers).toEqual({ battery: '7 × 24 V', array: '8 panels' })
    expect([seen.energyUnit, seen.working?.key]).toEqual(['Ah', 'parallel'])
    expect(viewSlice.reducer(seen, energyUnitTurned()).energyUnit).toBe('Wh')
    expect(viewSlice.reducer(seen, viewReset())).toEqual(viewSlice.getInitialState())
  })
})

describe('the units chosen last', () => {
  afterEach(() => vi.unstubAllGlobals())
  const storageOf = (kept: Record<string, string>) => ({
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, value: string) => {
      kept[key] = value
    },
  })

  test('are those of the next job, and metric where nothing sensible is kept', () => {
    vi.stubGlobal('localStorage', storageOf({}))
    expect(rememberedUnits()).toBe('metric')
    rememberUnits('us')
    expect(rememberedUnits()).toBe('us')
    vi.stubGlobal('localStorage', storageOf({ 'yardlamp.units': 'cubits' }))
    expect(rememberedUnits()).toBe('metric')
  })

  test('are metric in a browser that keeps nothing, which loses nothing else', () => {
    const refuse = () => {
      throw new DOMException('denied', 'SecurityError')
    }
    vi.stubGlobal('localStorage', { getItem: refuse, setItem: refuse })
    expect(() => rememberUnits('us')).not.toThrow()
    expect(rememberedUnits()).toBe('metric')
  })
})
