import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { differsOnWall, takeAllLengths } from '../src/after/wall-lengths.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import type { CatalogueItem } from '../src/catalogue/schema.ts'
import { type Design, design } from '../src/chain/design.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { designationsOf } from '../src/diagram/designations.ts'
import type { Hung } from '../src/diagram/wall/arrange.ts'
import { sizeOf } from '../src/diagram/wall/sizes.ts'
import { type Wall, wallOf } from '../src/diagram/wall/wall.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import { emptyJob, parseJob } from '../src/job/job.ts'
import type { Job, Option } from '../src/job/schema.ts'
import { FIELD_SHAPES } from './field-shapes.ts'
import './property-seed.ts'

const everyJob = [...demoJobs(), ...Object.values(FIELD_SHAPES)].map(
  (job, i) => [`${i + 1}. ${job.name}`, job] as const,
)

const hang = (made: Design, by: Option['wiring']['wall'] = made.option.wiring.wall): Wall =>
  wallOf({ ...made, series: made.battery.bank?.series.value ?? 1, by })
const made = (job: Job) => design(job, SHIPPED_CATALOGUE)
const station = made(fieldStation())

const piece = (wall: Wall, id: string): Hung => {
  const found = wall.pieces.find((each) => each.id === id)
  if (!found) throw new Error(`${id} hangs nowhere: ${wall.pieces.map((each) => each.id).join(', ')}`)
  return found
}
/** Free way between two pieces, mm, worked apart from the drawing: by the corners of each. */
const apartMm = (a: Hung, b: Hung): number => {
  const between = (a1: number, a2: number, b1: number, b2: number) => Math.max(a1 - b2, b1 - a2)
  return Math.max(
    between(a.xMm, a.xMm + a.widthMm, b.xMm, b.xMm + b.widthMm),
    between(a.yMm, a.yMm + a.heightMm, b.yMm, b.yMm + b.heightMm),
  )
}

describe.each(everyJob)('the wall of %s', (_, job) => {
  const now = made(job)
  const wall = hang(now)

  test('keeps free what each sheet asks for, within its edges, nothing above a battery that gases', () => {
    expect(wall.crowded).toEqual([])
    for (const [i, a] of wall.pieces.entries()) {
      expect(a.xMm + a.widthMm, a.id).toBeLessThanOrEqual(wall.widthMm)
      expect(a.yMm + a.heightMm, a.id).toBeLessThanOrEqual(wall.heightMm)
      expect(Math.min(a.xMm, a.yMm), a.id).toBeGreaterThanOrEqual(0)
      for (const b of wall.pieces.slice(i + 1))
        expect(apartMm(a, b), `${a.id} and ${b.id}`).toBeGreaterThanOrEqual(Math.max(a.clearanceMm, b.clearanceMm) - 1)
    }
  })

  test('holds every battery, controller, inverter and board, and each device that hangs by itself, under its name', () => {
    const count = (role: Hung['role']) => wall.pieces.filter((each) => each.role === role).length
    for (const role of ['battery', 'controller', 'inverter', 'ac-coupled', 'charger'] as const) {
      const bought = now.plant.units.filter((unit) => unit.role === role && unit.item)
      expect(count(role), role).toBe(bought.reduce((sum, { quantity }) => sum + quantity, 0))
    }
    const { units, devices } = designationsOf(now.plant, now.wiring)
    const names = new Set([...units.values(), ...devices.values()])
    for (const { designation, role } of wall.pieces)
      if (role !== 'earth-bar') expect(names, designation).toContain(designation.replace(/\.\d+$/, ''))
    expect(new Set(wall.pieces.map(({ id }) => id)).size).toBe(wall.pieces.length)
    expect(count('device')).toBeGreaterThan(0)
  })

  test('a cable is as long as its way and its tails, and no shorter than straight', () => {
    for (const { lengthM, runs, circuitId, count } of wall.ways) {
      const circuit = now.wiring.circuits.find(({ id }) => id === circuitId)
      expect(count).toBeLessThanOrEqual(circuit?.count ?? 0)
      for (const corners of runs) {
        const [[x1, y1] = [0, 0]] = corners
        const [x2, y2] = corners.at(-1) ?? [0, 0]
        expect(lengthM).toBeGreaterThanOrEqual(Math.hypot(x2 - x1, y2 - y1) / 1000 + 0.3 - 1e-9)
      }
    }
  })
})

describe('pieces a person hangs', () => {
  test('hang there, the others where they were; the lengths of their cables follow', () => {
    const before = hang(station)
    const after = hang(station, { 'inverter#1': { xMm: 4000, yMm: 1200 } })
    expect(piece(after, 'inverter#1')).toMatchObject({ xMm: 4000, yMm: 1200, isMoved: true })
    for (const each of after.pieces) if (each.id !== 'inverter#1') expect(each).toEqual(piece(before, each.id))
    const length = (wall: Wall, id: string) => wall.ways.find(({ circuitId }) => circuitId === id)?.lengthM ?? 0
    const movedM = (4000 - piece(before, 'inverter#1').xMm) / 1000
    expect(length(after, 'inverter-dc')).toBeGreaterThan(length(before, 'inverter-dc') + movedM - 0.3)
    expect(length(after, 'controller')).toBe(length(before, 'controller'))
    expect(after.widthMm).toBe(4000 + piece(after, 'inverter#1').widthMm + 100)
  })

  test('by hand: bar to fuse to inverter, level and upright, 0.15 m for each of the four ends', () => {
    // Middles: the bar's at 1 m, 1 m; the fuse's at 1.5 m, 1 m; the inverter's at 2.5 m, 1.4 m.
    const at = (id: string, xMm: number, yMm: number): Option['wiring']['wall'] => {
      const { widthMm, heightMm } = piece(hang(station), id)
      return { [id]: { xMm: xMm - widthMm / 2, yMm: yMm - heightMm / 2 } }
    }
    const wall = hang(station, {
      ...at('bus#1', 1000, 1000),
      ...at('device.inverter-dc#1', 1500, 1000),
      ...at('inverter#1', 2500, 1400),
    })
    const way = wall.ways.find(({ circuitId }) => circuitId === 'inverter-dc')
    expect(way?.lengthM).toBeCloseTo(0.5 + (1 + 0.4) + 4 * 0.15, 9)
  })

  test('too close and over one another are said, with what is asked for', () => {
    const { xMm, yMm, widthMm } = piece(hang(station), 'inverter#1')
    const beside = hang(station, { 'ac-board#1': { xMm: xMm + widthMm + 30, yMm } })
    expect(beside.crowded.map(({ message }) => message)).toContainEqual(
      expect.stringMatching(/^T2 and X4: 30.mm between them, 100.mm asked for$/),
    )
    const over = hang(station, { 'ac-board#1': { xMm, yMm } })
    expect(over.crowded.map(({ message }) => message)).toContain('T2 and X4 overlap')
  })

  test('nothing hangs over batteries that give off gas unsaid', () => {
    const vented = made(FIELD_SHAPES.T)
    const battery = piece(hang(vented), 'battery#20')
    const over = hang(vented, { 'inverter#1': { xMm: battery.xMm, yMm: battery.yMm + battery.heightMm + 300 } })
    expect(over.crowded.map(({ message }) => message)).toContainEqual(
      expect.stringMatching(/^T2 hangs above batteries that give off gas and acid mist$/),
    )
    // Over a sealed one it may hang: no gas rises from it.
    const sealed = piece(hang(station), 'battery#6')
    const fine = hang(station, { 'monitor#1': { xMm: sealed.xMm, yMm: sealed.yMm + sealed.heightMm + 300 } })
    expect(fine.crowded).toEqual([])
  })

  test('wherever pieces are hung, all figures are finite and the frame holds them', () => {
    const { pieces } = hang(station)
    const place = fc.record({ xMm: fc.integer({ min: 0, max: 50_000 }), yMm: fc.integer({ min: 0, max: 10_000 }) })
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom('gone#1', ...pieces.map(({ id }) => id)), place), (by) => {
        const wall = hang(station, by)
        expect(wall.pieces.length).toBe(pieces.length)
        for (const { xMm, yMm, widthMm, heightMm } of wall.pieces) {
          expect(xMm + widthMm).toBeLessThanOrEqual(wall.widthMm)
          expect(yMm + heightMm).toBeLessThanOrEqual(wall.heightMm)
        }
        for (const { lengthM } of wall.ways) expect(Number.isFinite(lengthM)).toBe(true)
      }),
      { numRuns: 40 },
    )
  })

  test('are kept in the job, and nothing that no wall is', () => {
    const kept = apply(fieldStation(), { act: 'hang-piece', pieceId: 'inverter#1', at: { xMm: 900, yMm: 1200 } })
    expect(parseJob(JSON.parse(JSON.stringify(kept)))).toEqual(kept)
    const odd = (wall: unknown) => {
      const [option] = kept.options
      return { ...kept, options: [{ ...option, wiring: { ...option?.wiring, wall } }] }
    }
    expect(() => parseJob(odd({ 'inverter#1': { xMm: -1, yMm: 0 } }))).toThrow(
      /inverter#1\.xMm: got -1; allowed: a number from 0 to 50,000 mm/,
    )
    const many = Object.fromEntries(Array.from({ length: 1001 }, (_, i) => [`a#${i}`, { xMm: 0, yMm: 0 }]))
    expect(() => parseJob(odd(many))).toThrow('at most 1000 pieces')
  })

  test('the cables are laid no other way for it: lengths are taken by a person', () => {
    const moved = apply(fieldStation(), { act: 'hang-piece', pieceId: 'inverter#1', at: { xMm: 9000, yMm: 1200 } })
    expect(made(moved).wiring.circuits).toEqual(station.wiring.circuits)
  })
})

describe('the size of a unit', () => {
  const [inverter] = SHIPPED_CATALOGUE.inverters as readonly [CatalogueItem & { kind: 'inverter' }]

  test('is its sheet’s, and every shipped sheet has one', () => {
    expect(sizeOf(inverter, 'inverter')).toMatchObject({ widthMm: inverter.outerWidthMm, isAssumed: false })
    const { panels, generators, cables, materials, ...hung } = SHIPPED_CATALOGUE
    const within = new Set(SHIPPED_CATALOGUE.allInOnes.map(({ id }) => id))
    // The controller inside an all-in-one hangs nowhere by itself.
    for (const item of Object.values(hung).flat())
      if (item.kind !== 'controller' || !within.has(item.id))
        expect(sizeOf(item, 'device').isAssumed, item.id).toBe(false)
  })

  test('is guessed where the sheet leaves it open: what weighs more is larger, and what is said stays', () => {
    const open = { ...inverter, outerWidthMm: null, outerHeightMm: null, outerDepthMm: null, clearanceMm: null }
    const guess = sizeOf(open, 'inverter')
    expect(guess).toMatchObject({ isAssumed: true, clearanceMm: 150 })
    const heavy = sizeOf({ ...open, weightKg: inverter.weightKg * 8 }, 'inverter')
    expect(heavy.widthMm / guess.widthMm).toBeCloseTo(2, 0)
    expect(sizeOf({ ...open, outerWidthMm: 777 }, 'inverter')).toMatchObject({ widthMm: 777, isAssumed: true })
    expect(sizeOf(null, 'monitor')).toMatchObject({ widthMm: 70, isAssumed: true })
  })
})

describe('where the design hangs it', () => {
  const at = (wall: Wall, role: Hung['role']) => wall.pieces.filter((each) => each.role === role)
  const station2 = (...edits: Parameters<typeof apply>[1][]): Wall =>
    hang(made(edits.reduce((job, edit) => apply(job, edit), fieldStation())))

  test('a low bank that gives off no gas stands under its bars; one that does, or a high one, stands beside', () => {
    const middle = ({ xMm, widthMm }: Hung) => xMm + widthMm / 2
    const low = hang(made(FIELD_SHAPES.C))
    const bars = at(low, 'bus')[0] as Hung
    const bank = at(low, 'battery')
    expect(Math.min(...bank.map(({ xMm }) => xMm))).toBeLessThan(middle(bars))
    expect(Math.max(...bank.map(({ xMm, widthMm }) => xMm + widthMm))).toBeGreaterThan(middle(bars))
    for (const shape of [FIELD_SHAPES.T, FIELD_SHAPES.K, fieldStation()]) {
      const wall = hang(made(shape))
      const rightMm = Math.max(...at(wall, 'battery').map(({ xMm, widthMm }) => xMm + widthMm))
      for (const piece of wall.pieces)
        if (piece.role !== 'battery') expect(piece.xMm, piece.id).toBeGreaterThanOrEqual(rightMm)
    }
  })

  test('batteries stand on the floor and in tiers with room for a hand above each', () => {
    const tiers = [...new Set(at(station2(), 'battery').map(({ yMm }) => yMm))].sort((a, b) => a - b)
    expect(tiers[0]).toBe(0)
    const { heightMm } = at(station2(), 'battery')[0] as Hung
    for (const [i, tier] of tiers.slice(1).entries()) expect(tier - (tiers[i] ?? 0)).toBe(heightMm + 250)
  })

  test('what a breaker serves, what is built in and what was refused hangs nowhere', () => {
    // The array’s breaker opens it by hand: no isolator beside it.
    expect(at(station2(), 'isolator')).toEqual([])
    expect(station2().pieces.filter(({ circuitId }) => circuitId === 'array').length).toBe(2)
    const refused = station2({ act: 'set-circuit', circuitId: 'array', patch: { deviceId: 'none' } })
    expect(refused.pieces.filter(({ circuitId }) => circuitId === 'array')).toEqual([])
    expect(at(refused, 'isolator').length).toBe(2)
    const inside = station2({
      act: 'set-circuit',
      circuitId: 'inverter-ac',
      patch: { deviceId: 'built-in', deviceRatingA: 16 },
    })
    expect(inside.pieces.filter(({ circuitId }) => circuitId === 'inverter-ac')).toEqual([])
    expect(at(station2({ act: 'set-fitting', unitId: 'surge.main', itemId: 'none' }), 'surge')).toEqual([])
  })

  test('of the surge protectors at either end of a lead, those at this end', () => {
    const { plant } = station
    const bought = plant.units.find(({ role }) => role === 'surge')?.quantity
    expect(at(hang(station), 'surge').length * 2).toBe(bought)
  })

  test('bars in two stages hang both, and a switch in line hangs too', () => {
    const staged = station2({ act: 'set-option', part: 'wiring', patch: { busStages: 2 } })
    expect(at(staged, 'inverter-bus').length).toBe(1)
    expect(staged.ways.map(({ circuitId }) => circuitId)).toContain('bus-link')
    const switched = station2({
      act: 'set-option',
      part: 'wiring',
      patch: { inLine: [{ id: 'x', circuitId: 'dc-loads', role: 'load-disconnect' }] },
    })
    expect(at(switched, 'load-disconnect').length).toBe(1)
    const dcLoads = (wall: Wall) => wall.ways.find(({ circuitId }) => circuitId === 'dc-loads')
    // One station more on its way.
    expect(dcLoads(switched)?.runs[0]?.length).toBe((dcLoads(station2())?.runs[0]?.length ?? 0) + 1)
  })

  test('each of several strings has its own lead through its own fuse, and all are cut to the longest', () => {
    const way = hang(station).ways.find(({ circuitId }) => circuitId === 'battery-string')
    expect(way?.count).toBe(6)
    const fuses = new Set(way?.runs.map((corners) => corners[1]?.join()))
    expect(fuses.size).toBe(6)
    const longestM = Math.max(
      ...(way?.runs ?? []).map((corners) =>
        corners
          .slice(1)
          .reduce(
            (sum, [x, y], i) =>
              sum + (Math.abs(x - (corners[i]?.[0] ?? 0)) + Math.abs(y - (corners[i]?.[1] ?? 0))) / 1000 + 0.3,
            0,
          ),
      ),
    )
    expect((way?.lengthM ?? 0) - longestM).toBeGreaterThanOrEqual(-1e-9)
    expect((way?.lengthM ?? 0) - longestM).toBeLessThan(0.1)
  })

  test('figures of what is too close are written in the units of the job', () => {
    const us = made({ ...fieldStation(), units: 'us' })
    const { xMm, yMm, widthMm } = piece(hang(us), 'inverter#1')
    const close = hang(us, { 'ac-board#1': { xMm: xMm + widthMm + 30, yMm } })
    expect(close.crowded.map(({ message }) => message)).toContainEqual(
      expect.stringMatching(/^T2 and X4: 1\.2.in between them, 3\.9.in asked for$/),
    )
  })

  test('a job nothing is chosen for has an empty wall', () => {
    const wall = hang(made(emptyJob('Empty')))
    expect([wall.pieces, wall.ways, wall.crowded, wall.guessed]).toEqual([[], [], [], []])
    expect(wall.widthMm).toBeGreaterThan(0)
  })
})

test.each(everyJob)('%s: after all lengths are taken from the wall it and the schedule agree', (_, job) => {
  const before = made(job)
  const after = made(applyAll(before.job, takeAllLengths(before)))
  expect(hang(after).ways.filter((way) => differsOnWall(after, way))).toEqual([])
})
