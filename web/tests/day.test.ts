import { emptyLoad, fieldStation } from '@yard-lamp/core'
import { type DayLayer, dayLayers } from '@yard-lamp/core/loads'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { litHours, moved, niceStep, readout, stacked, sunPath } from '../src/links/loads/day-shapes.ts'
import { GROUPINGS, type Grouping, grouped } from '../src/links/loads/load-groups.ts'
import { columnsOfBlock, isMany, rowsOfBlock } from '../src/links/loads/use-grid-block.ts'

const layer = (name: string, at: Readonly<Record<number, number>>): DayLayer => ({
  ...({ key: name, loadIds: [name] } as unknown as DayLayer),
  name,
  hourlyW: Array.from({ length: 24 }, (_, hour) => at[hour] ?? 0),
})
const plain = (text: string) => text.replaceAll('\u00a0', ' ')

describe('the picture of the day', () => {
  test('stacks each layer on those before it', () => {
    const [first, second, third] = stacked([layer('a', { 8: 100 }), layer('b', { 8: 50, 9: 20 }), layer('c', { 9: 5 })])
    expect([first?.fromW[8], second?.fromW[8], third?.fromW[8]]).toEqual([0, 100, 150])
    expect([second?.fromW[9], third?.fromW[9]]).toEqual([0, 20])
  })

  test('says what runs in an hour, and leaves out what does not', () => {
    const layers = [layer('Pump', { 8: 100 }), layer('Lamp', { 20: 9 })]
    const totalW = Array.from({ length: 24 }, (_, hour) => (hour === 8 ? 100 : hour === 20 ? 9 : 0))
    expect(plain(readout(8, totalW, layers))).toBe('8:00–9:00  100 W: Pump 100')
    expect(plain(readout(3, totalW, layers))).toBe('3:00–4:00  0 W')
    expect(readout(null, totalW, layers)).toBe('')
  })

  test('says what a load moved along the day saves', () => {
    expect(moved('Pump', 0, null)).toBe('Pump: drag it along the day')
    expect(moved('Pump', -2, null)).toBe('Pump, 2 h earlier: enter the latitude to see what that saves')
    expect(plain(moved('Pump', 3, { throughBatteryWh: 240, bankWh: 300 }))).toBe(
      'Pump, 3 h later: 240 Wh a day less through the battery, 300 Wh less bank for a night',
    )
    expect(plain(moved('Pump', 3, { throughBatteryWh: -40, bankWh: -50 }))).toMatch(
      /40 Wh a day more .* 50 Wh more bank/,
    )
    expect(moved('Pump', 1, { throughBatteryWh: 0.4, bankWh: 0 })).toMatch(/nothing saved/)
  })

  test('has steps of 1, 2 or 5 times a power of ten, never below what is asked and never five times it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 1e6, noNaN: true }), (least) => {
        const step = niceStep(least)
        expect(step).toBeGreaterThanOrEqual(least * (1 - 1e-12))
        expect(step).toBeLessThan(least * 2.5 + 1e-9)
        expect([1, 2, 5]).toContain(Math.round(step / 10 ** Math.floor(Math.log10(step * (1 + 1e-12)))))
      }),
    )
  })

  test('lights the hours of one load where it is a part of the day, and of none or several nothing', () => {
    const { loads } = fieldStation()
    const [one] = loads
    if (!one) throw new Error('no loads')
    const energies = new Map(loads.map(({ id }) => [id, 240]))
    const lit = litHours(loads, [one.id], energies, 'average', 1)
    expect(lit?.reduce((sum, watts) => sum + watts, 0)).toBeCloseTo(240, 6)
    expect(litHours(loads, [], energies, 'average', 1)).toBeNull()
    expect(
      litHours(
        loads,
        loads.map(({ id }) => id),
        energies,
        'average',
        1,
      ),
    ).toBeNull()
    expect(litHours(loads, [one.id], new Map(), 'average', 1)).toBeNull()
  })

  test('draws the sun from its rising to its setting', () => {
    const path = sunPath(
      6,
      18,
      (hour) => hour * 10,
      (watts) => 100 - watts,
      50,
    )
    expect(path).toMatch(/^M60\.0,100\.0L/)
    expect(path).toMatch(/L180\.0,100\.0Z$/)
    const heights = [...path.matchAll(/,([\d.]+)/g)].map(([, y]) => Number(y))
    expect(Math.min(...heights)).toBeCloseTo(100 - 50 * 0.97, 1)
  })
})

describe('loads listed in groups', () => {
  const loads = [
    { ...emptyLoad('a'), group: 'Shed', priority: 'critical' as const },
    { ...emptyLoad('b'), group: '' },
    { ...emptyLoad('c'), group: 'Shed', priority: 'can-wait' as const },
  ]
  test('by room, those of none among themselves', () => {
    const groups = grouped(loads, 'group')
    expect(groups.map(({ name, loads: own }) => [name, own.map(({ id }) => id)])).toEqual([
      ['Shed', ['a', 'c']],
      ['No room', ['b']],
    ])
  })

  test.each(Object.keys(GROUPINGS) as Grouping[])('%s: each load stands in one group', (grouping) => {
    const all = grouped(fieldStation().loads, grouping).flatMap((group) => group.loads)
    expect(all).toHaveLength(fieldStation().loads.length)
    expect(new Set(all).size).toBe(all.length)
  })

  test('as the layers of the day hold them, where a room has loads that run', () => {
    const job = { ...fieldStation(), loads: loads.map((load) => ({ ...load, name: load.id })) }
    const energies = new Map(loads.map(({ id }) => [id, 100]))
    const layers = dayLayers(job, energies, { by: 'group', kind: 'average', month: null })
    expect(layers.map(({ name, loadIds }) => [name, loadIds])).toEqual([
      ['Shed', ['a', 'c']],
      ['b', ['b']],
    ])
  })
})

describe('a block of cells', () => {
  test('is the same whichever corner it began at', () => {
    const block = { from: [5, 2], to: [1, 7] } as const
    expect([rowsOfBlock(block), columnsOfBlock(block)]).toEqual([
      [1, 5],
      [2, 7],
    ])
    expect(isMany(block)).toBe(true)
    expect(isMany({ from: [1, 1], to: [1, 1] })).toBe(false)
    expect(isMany(null)).toBe(false)
  })
})
