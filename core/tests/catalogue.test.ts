import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { itemsToKeep } from '../src/after/items-to-keep.ts'
import { SHIPPED_CATALOGUE, SHIPPED_ITEMS } from '../src/catalogue/catalogue.ts'
import { cellsOf, itemFromCells, parseItem } from '../src/catalogue/item-text.ts'
import { changedItems, itemsOf, sheetsOfItsOwn, withKeptItems } from '../src/catalogue/kept-items.ts'
import { type CatalogueItem, catalogueItemSchema, ITEM_KINDS, type Panel } from '../src/catalogue/schema.ts'
import { fieldsOf } from '../src/catalogue/sheet-fields.ts'
import { design } from '../src/chain/design.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'

const shipped = (id: string): CatalogueItem => {
  const item = SHIPPED_ITEMS.find((each) => each.id === id)
  if (!item) throw new Error(`no ${id}`)
  return item
}
const panelCells = (patch: Record<string, string>) => ({ ...cellsOf(shipped('dorveth-430')), ...patch })

describe('the catalogue that ships', () => {
  test('holds at least 120 sheets beside the cables, of every kind, each valid and once', () => {
    const apart = SHIPPED_ITEMS.filter(({ kind }) => kind !== 'cable')
    expect(apart.length).toBeGreaterThanOrEqual(120)
    for (const kind of ITEM_KINDS) expect(SHIPPED_ITEMS.some((item) => item.kind === kind)).toBe(true)
    for (const item of SHIPPED_ITEMS) expect(catalogueItemSchema.safeParse(item).success, item.id).toBe(true)
    expect(new Set(SHIPPED_ITEMS.map(({ id }) => id)).size).toBe(SHIPPED_ITEMS.length)
  })

  test.each(SHIPPED_ITEMS.filter(({ kind }) => kind !== 'cable').map((item) => [item.id, item] as const))(
    '%s reads back from its cells, and contradicts itself nowhere',
    (_, item) => {
      expect(itemFromCells(item.kind, cellsOf(item))).toEqual(item)
      expect(parseItem(item)).toEqual(item)
    },
  )

  test('every chemistry has a unit, and every field of a sheet says what it is', () => {
    const chemistries = new Set(SHIPPED_CATALOGUE.batteries.map(({ chemistry }) => chemistry))
    expect(chemistries.size).toBe(8)
    for (const kind of ITEM_KINDS) {
      for (const field of fieldsOf(kind)) expect(field.label === '' || field.allowed === '', field.name).toBe(false)
    }
  })
})

describe('a figure as the sheet prints it', () => {
  test.each([
    [{ vocCoeffPerC: '-0.27 %/°C' }, { vocCoeffPerC: -0.0027 }],
    [{ vocCoeffPerC: '−0,27%/K' }, { vocCoeffPerC: -0.0027 }],
    [{ vocCoeffPerC: '-0.27' }, { vocCoeffPerC: -0.0027 }],
    [{ vocCoeffPerC: '-0.0027' }, { vocCoeffPerC: -0.0027 }],
    [{ vocCoeffPerC: '-97.25 mV/°C' }, { vocCoeffPerC: -0.0025 }],
    [{ vocCoeffPerC: '' }, { vocCoeffPerC: null }],
    [{ lengthMm: '67.8 in' }, { lengthMm: 1722.12 }],
    [{ lengthMm: '1.722 m' }, { lengthMm: 1722 }],
    [{ weightKg: '47 lb' }, { weightKg: 21.31884139 }],
    [{ noctC: '109.4 °F' }, { noctC: 43 }],
    [{ maxSystemV: '1.5 kV' }, { maxSystemV: 1500 }],
    [{ powerW: '0.43 kW' }, { powerW: 430 }],
  ])('%j is understood', (cells, expected) => {
    const item = itemFromCells('panel', panelCells(cells)) as Panel
    for (const [name, value] of Object.entries(expected)) {
      const read = item[name as keyof Panel]
      if (typeof value === 'number') expect(read).toBeCloseTo(value, 6)
      else expect(read).toBe(value)
    }
  })

  test('a unit in the head of its column counts for bare numbers', () => {
    const { lengthMm: _, ...cells } = panelCells({})
    expect(itemFromCells('panel', { ...cells, 'Length (in)': '68' })).toMatchObject({ lengthMm: 1727.2 })
  })

  test.each([
    [
      { powerW: 'strong' },
      'power at test conditions (powerW): got "strong"; allowed: a number from 0.1 to 100,000,000 W',
    ],
    [
      { lengthMm: '3 kg' },
      'length (lengthMm): got "3 kg"; allowed: a number from 1 to 100,000 mm, or in mm, cm, m, in',
    ],
    [{ vocCoeffPerC: '-3 %/°C' }, 'vocCoeffPerC: got -0.03; allowed: a number from -0.02 to 0 1/°C'],
    [{ vmpV: '41' }, 'vmpV: got 41; allowed: a number below the open-circuit voltage, 38.9 V'],
    [{ powerW: '600' }, 'powerW: got 600; allowed: within a tenth of Vmp × Imp, 430 W'],
    [{ cells: 'thin' }, 'kind of cells (cells): got "thin"; allowed: one of mono, poly, flexible'],
  ])('%j is refused by name', (cells, message) => {
    expect(() => itemFromCells('panel', panelCells(cells))).toThrow(message)
  })

  test('a column that is missing is named, and an id is made of maker and model', () => {
    const { vocV: _, ...rest } = panelCells({})
    expect(() => itemFromCells('panel', rest)).toThrow('open-circuit voltage (vocV): is missing')
    expect(itemFromCells('panel', panelCells({ id: '', maker: 'Übel & Co', model: 'X-1' })).id).toBe('ubel-co-x-1')
  })

  test('no text of any kind breaks the reader', () => {
    const names = fieldsOf('battery').map(({ name }) => name)
    fc.assert(
      fc.property(fc.constantFrom(...names), fc.string(), (name, text) => {
        try {
          parseItem(itemFromCells('battery', { ...cellsOf(shipped('haskerl-24-120')), [name]: text }))
        } catch (error) {
          expect((error as Error).name).toBe('InputError')
        }
      }),
    )
  })
})

describe('sheets a job keeps', () => {
  const dearer = { ...shipped('haskerl-24-120'), price: 9999 } as CatalogueItem
  const shelf = withKeptItems(SHIPPED_CATALOGUE, [dearer])

  test('a job is designed with what it keeps, whatever the catalogue says now', () => {
    const job = { ...fieldStation(), items: [shipped('haskerl-24-120')] }
    const locked = {
      ...job,
      options: job.options.map((option) => ({ ...option, battery: { ...option.battery, itemId: 'haskerl-24-120' } })),
    }
    expect(design(locked, shelf).battery.bank?.price).toBe(design(locked, SHIPPED_CATALOGUE).battery.bank?.price)
    expect(design({ ...locked, items: [] }, shelf).battery.bank?.price).toBe(6 * 9999)
  })

  test('what differs is named in the words of the sheet', () => {
    expect(changedItems(shelf, [shipped('haskerl-24-120')])).toMatchObject([{ labels: ['price'], now: dearer }])
    const controller = SHIPPED_ITEMS.find((item) => item.kind === 'controller')
    if (controller?.kind !== 'controller') throw new Error('no controller')
    const other: CatalogueItem = { ...controller, terminalMaxMm2: 1, mpptMinV: 1 }
    const [changed] = changedItems(SHIPPED_CATALOGUE, [other])
    expect(changed?.labels).toHaveLength(2)
    // A name of the code is no word: maxPvPowerW.
    for (const label of changed?.labels ?? []) expect(label).not.toMatch(/[a-z][A-Z]/)
    expect(changedItems(shelf, [dearer])).toEqual([])
  })

  test('a sheet that came with the job is its own, not one that changed', () => {
    const own = { ...dearer, id: 'own-1' } as CatalogueItem
    expect(changedItems(shelf, [own, dearer])).toEqual([])
    expect(sheetsOfItsOwn(shelf, [own, dearer])).toEqual([own])
  })

  test('keeping what a design uses changes nothing of the design, for every demo job', () => {
    for (const job of demoJobs()) {
      const before = design(job, SHIPPED_CATALOGUE)
      const items = itemsToKeep(before)
      expect(items.length).toBeGreaterThan(4)
      const kept = { ...job, items }
      const after = design(kept, SHIPPED_CATALOGUE)
      expect(after.parts).toEqual(before.parts)
      expect(itemsToKeep(after)).toBe(items)
    }
  })

  test('a catalogue taken apart holds each item once', () => {
    expect(itemsOf(SHIPPED_CATALOGUE).length).toBe(SHIPPED_ITEMS.length)
  })
})
