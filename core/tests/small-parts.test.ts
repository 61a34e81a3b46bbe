import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE, SHIPPED_ITEMS } from '../src/catalogue/catalogue.ts'
import type { Material, MaterialRole } from '../src/catalogue/schema.ts'
import { catalogueOf } from '../src/catalogue/shelf.ts'
import { type Design, design } from '../src/chain/design.ts'
import { fieldStation, narrowboat } from '../src/demo/demo.ts'
import type { Job, Plane } from '../src/job/schema.ts'
import { orderedM } from '../src/parts/cuts.ts'
import { usualStudMm } from '../src/parts/ends.ts'
import { SPARES } from '../src/parts/equipment.ts'
import { stockFor } from '../src/parts/mounting.ts'
import { materialFor } from '../src/parts/needs.ts'
import { designed, stationWith } from './designed.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

/** Needed of a small part, by what it is and fits. */
function needed({ parts }: Design, role: MaterialRole, fits: Partial<Pick<Material, 'size' | 'studMm'>> = {}): number {
  return parts.lines
    .filter(({ item }) => item.kind === 'material' && item.role === role)
    .filter(({ item }) => Object.entries(fits).every(([key, value]) => item[key as 'id'] === value))
    .reduce((sum, line) => sum + line.needed, 0)
}
const count = (made: Design, fits: (circuit: Design['wiring']['circuits'][number]) => boolean) =>
  made.wiring.circuits.filter(fits).reduce((sum, each) => sum + each.count, 0)

const onSurface = (surface: Plane['surface'], mount: Plane['mount'] = 'flush'): Design => {
  const job = fieldStation()
  return designed({
    ...job,
    site: { ...job.site, planes: job.site.planes.map((each) => ({ ...each, surface, mount })) },
  })
}

describe('ends of the conductors', () => {
  test('of the bank: a lug on each post, each bar and both sides of each fuse, by the stud of its sheet', () => {
    const made = stationWith()
    // Six strings of one battery, both poles, at the post (M8) and at the bank’s bars (M8); one pole through a fuse (M10).
    expect(needed(made, 'lug', { size: '10 mm2', studMm: 8 })).toBe(6 * 2 + 6 * 2)
    expect(needed(made, 'lug', { size: '10 mm2', studMm: 10 })).toBe(6 * 2)
    expect(needed(made, 'sleeve', { size: '10 mm2' })).toBe(36)
    // The main lead: bars at both ends, the switch in one pole, the shunt in the other; the fuse in one.
    expect(needed(made, 'lug', { size: '70 mm2', studMm: 8 })).toBe(2 + 2 + 2 + 2)
    expect(needed(made, 'lug', { size: '70 mm2', studMm: 10 })).toBe(2)
  })

  test('a stud no sheet gives follows from the current, thicker for more', () => {
    expect([40, 100, 101, 300, 700, 900].map(usualStudMm)).toEqual([6, 6, 8, 8, 10, 12])
  })

  test('a pair of connectors for each string, and none where nothing ends at a panel', () => {
    const made = stationWith()
    expect(needed(made, 'connector')).toBe(count(made, ({ kind }) => kind === 'string'))
  })

  test('ferrules by the rule set: on every clamp, or on fine strands alone', () => {
    const iec = stationWith()
    const american = stationWith({ site: { ruleSet: 'north-american', mainsVoltageV: 120, mainsFrequencyHz: 60 } })
    const onFixed = ({ parts }: Design) =>
      parts.lines.filter(({ item, use }) => item.kind === 'material' && item.role === 'ferrule' && /board to/.test(use))
    expect(onFixed(iec).length).toBeGreaterThan(0)
    expect(onFixed(american)).toEqual([])
    expect(needed(american, 'ferrule')).toBeGreaterThan(0)
  })

  test('conduit in whole lengths for what is drawn through one, with clips; none for cable in free air', () => {
    const made = stationWith()
    const drawn = made.wiring.circuits.filter(({ installation }) => /-b1$/.test(installation))
    const lengths = drawn.reduce((sum, each) => sum + each.count * Math.ceil(each.lengthM.value / 3), 0)
    expect(lengths).toBeGreaterThan(0)
    expect(needed(made, 'conduit')).toBe(lengths)
    const uses = made.parts.lines.filter(({ item }) => item.kind === 'material' && item.role === 'conduit')
    expect(uses.some(({ use }) => use.includes('Array to controller'))).toBe(false)
  })
})

describe('what holds the panels', () => {
  test('on tiles: two rails a row, clamps between and at the ends, hooks along them', () => {
    const made = onSurface('tile')
    // A row of six and one of two, portrait: 7.104 and 2.488 m of rail, twice each, in pieces of 2.4 m; the ends of 0.088 m
    // come off what is left of the long ones.
    expect(needed(made, 'rail')).toBe(8)
    expect(needed(made, 'rail-joint')).toBe(2 * 2 + 2 * 1)
    expect(needed(made, 'mid-clamp')).toBe(2 * (8 - 2))
    expect(needed(made, 'end-clamp')).toBe(2 * 2 * 2)
    expect(needed(made, 'foot', { size: 'tile' })).toBe(2 * 7 + 2 * 3)
    expect(needed(made, 'bonding-clip')).toBe(8)
    expect(needed(made, 'roof-entry')).toBe(1)
    expect(needed(made, 'seal')).toBe(0)
  })

  test('on slates each hook has a flashing; on frames there are legs and two feet a pair; on the ground no entry', () => {
    const slate = onSurface('slate')
    expect(needed(slate, 'seal')).toBe(needed(slate, 'foot', { size: 'slate' }))
    const flat = onSurface('flat', 'rows')
    expect(needed(flat, 'frame')).toBeGreaterThan(0)
    expect(needed(flat, 'foot', { size: 'flat' })).toBe(2 * needed(flat, 'frame'))
    const ground = onSurface('ground', 'rows')
    expect(needed(ground, 'foot', { size: 'ground' })).toBe(2 * needed(ground, 'frame'))
    expect(needed(ground, 'roof-entry')).toBe(0)
  })

  test('on a deck panels are glued: no rail, four mounts for a framed one, a cartridge for a flexible one', () => {
    const boat = designed(narrowboat())
    const panels = boat.plant.units.find(({ role }) => role === 'panels')
    expect(needed(boat, 'rail')).toBe(0)
    const isFlexible = panels?.item?.kind === 'panel' && panels.item.cells === 'flexible'
    expect(needed(boat, 'foot', { size: 'deck' })).toBe(isFlexible ? 0 : 4 * (panels?.quantity ?? 0))
    const camper = designed(FIELD_SHAPES.C as Job)
    expect(needed(camper, 'foot')).toBe(0)
    expect(needed(camper, 'glue')).toBe(2)
  })

  test('what is left of a piece of rail is used for another rail', () => {
    expect(stockFor([2.4], 2.4)).toEqual({ pieces: 1, joints: 0 })
    expect(stockFor([3, 3], 2.4)).toEqual({ pieces: 3, joints: 2 })
    expect(stockFor([], 2.4)).toEqual({ pieces: 0, joints: 0 })
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.3, max: 30, noNaN: true }), { maxLength: 12 }), (lengths) => {
        const { pieces, joints } = stockFor(lengths, 2.4)
        const wholeM = lengths.reduce((sum, each) => sum + each, 0)
        // Never too little, never a piece more than each rail by itself would take.
        expect(pieces * 2.4).toBeGreaterThanOrEqual(wholeM - 1e-6)
        expect(pieces).toBeLessThanOrEqual(lengths.reduce((sum, each) => sum + Math.ceil(each / 2.4 - 1e-9), 0))
        expect(joints).toBeGreaterThanOrEqual(0)
      }),
    )
  })
})

describe('the board', () => {
  test('has enclosures with a fifth to spare, an earth bar with ways enough, and labels for every end and part', () => {
    const made = stationWith()
    const bars = made.parts.lines.find(({ item }) => item.kind === 'material' && item.role === 'earth-bar')
    const bonded = made.wiring.bonds.reduce((sum, bond) => sum + (bond.what === 'neutral' ? 1 : bond.count), 0)
    expect(bars?.item.kind === 'material' && bars.item.ways).toBeGreaterThanOrEqual(bonded)
    const sheets = needed(made, 'label-sheet')
    const ends = 2 * count(made, ({ cable }) => cable !== null)
    expect(sheets * 24).toBeGreaterThan(ends)
    const modules = made.parts.lines
      .filter(({ item }) => item.kind === 'material' && item.role === 'enclosure')
      .reduce((sum, { item, needed: n }) => sum + n * ((item as Material).ways ?? 0), 0)
    // 2 array and 2 controller breakers, DC board, inverter, sense fuse; four surge protectors: two modules each, one for the fuse.
    expect(modules).toBeGreaterThanOrEqual(1.2 * (2 * 2 + 2 * 2 + 2 + 2 + 1 + 4 * 2))
  })

  test('a house has a rod and a heavy board, a boat its hull and a light one', () => {
    const backing = ({ parts }: Design) =>
      parts.lines.flatMap(({ item }) => (item.kind === 'material' && item.role === 'backing' ? [item.size] : []))
    expect([needed(stationWith(), 'earth-rod'), backing(stationWith())]).toEqual([1, ['heavy']])
    const boat = designed(narrowboat())
    expect([needed(boat, 'earth-rod'), backing(boat)]).toEqual([0, ['light']])
  })

  test('spare links lie beside the fuses of each rating, at the price of a link', () => {
    const { parts } = stationWith()
    const fuses = parts.lines.filter(
      ({ item, group }) => item.kind === 'device' && /fuse/.test(item.type) && group === 'protection',
    )
    for (const fuse of fuses) {
      const spare = parts.lines.find(({ key }) => key === `${fuse.key}/spare`)
      expect(spare?.quantity).toBe(fuse.quantity >= SPARES.fromMany ? SPARES.many : SPARES.one)
      expect(spare?.unitPrice).toBeLessThan(fuse.unitPrice)
    }
    expect(fuses.length).toBeGreaterThan(2)
    expect(parts.lines.filter(({ group }) => group === 'spares').length).toBe(fuses.length)
  })
})

describe('lines to order', () => {
  test('are whole packs and whole metres, never fewer than are needed; what is over weighs nothing on site', () => {
    for (const { item, needed: need, ordered, unit, weightKg } of stationWith().parts.lines) {
      expect(ordered).toBeGreaterThanOrEqual(need - 1e-9)
      if (item.kind === 'material') expect(ordered % item.packOf).toBe(0)
      if (unit === 'm') expect(Number.isInteger(ordered)).toBe(true)
      expect(weightKg).toBeLessThanOrEqual(need * item.weightKg + 1e-9)
    }
    expect([orderedM(50.4, 0.05), orderedM(20, 0.05), orderedM(0, 0.05), orderedM(7, 0)]).toEqual([53, 21, 0, 7])
  })

  test('what no sheet is for stands apart, named and counted, and is in no price', () => {
    const without = catalogueOf(SHIPPED_ITEMS.filter((item) => !(item.kind === 'material' && item.role === 'lug')))
    const made = design(fieldStation(), without)
    const whole = designed(fieldStation())
    const lugs = made.parts.unlisted.filter(({ name }) => /lug/.test(name))
    expect(lugs.map(({ name }) => name)).toContain('crimp lug 10\u00a0mm² M8')
    expect(lugs.reduce((sum, { quantity }) => sum + quantity, 0)).toBe(needed(whole, 'lug'))
    expect(made.parts.price.value).toBeLessThan(whole.parts.price.value)
    expect(whole.parts.unlisted).toEqual([])
  })

  test('the cheapest sheet that fits serves, by id where two cost the same', () => {
    const [first] = SHIPPED_CATALOGUE.materials.filter(({ role }) => role === 'enclosure')
    if (!first) throw new Error('no enclosure')
    const shelf = [
      { ...first, id: 'b', ways: 12, price: 9 },
      { ...first, id: 'a', ways: 12, price: 9 },
      { ...first, id: 'c', ways: 4, price: 1 },
    ]
    const wanted = { role: 'enclosure', size: '', studMm: null } as const
    expect(materialFor(shelf, { ...wanted, ways: 5 })?.id).toBe('a')
    expect(materialFor(shelf, { ...wanted, ways: 3 })?.id).toBe('c')
    expect(materialFor(shelf, { ...wanted, ways: 13 })).toBeNull()
  })

  test('every shape of the field is listed without a gap, each line with why', () => {
    for (const [name, job] of Object.entries(FIELD_SHAPES)) {
      const { parts } = designed(job)
      expect(parts.unlisted, name).toEqual([])
      for (const line of parts.lines) {
        expect(line.sources.length, line.key).toBeGreaterThan(0)
        const counted = line.sources.reduce((sum, { quantity }) => sum + quantity, 0)
        expect(counted, line.key).toBeCloseTo(line.needed, 6)
      }
    }
  })
})
