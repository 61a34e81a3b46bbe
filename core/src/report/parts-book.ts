import type { Design } from '../chain/design.ts'
import type { PartLine } from '../parts/line.ts'
import { lineName } from '../parts/list.ts'
import { PLACES } from '../plant/plant.ts'
import type { Writer } from '../units/writer.ts'
import {
  type Book,
  type BookCell,
  type BookColumn,
  type BookFormula,
  type BookSheet,
  columnName,
  rowNumber,
  sheetNames,
} from './book.ts'

/** The list of parts as a workbook whose sums are formulas: a price changed in it changes what is to pay. */

const text = (title: string, width: number): BookColumn => ({ title, unit: '', form: 'text', width })
const count = (title: string): BookColumn => ({ title, unit: '', form: 'count', width: 9 })
const figure = (title: string, unit: string): BookColumn => ({ title, unit, form: 'figure', width: 12 })
const money = (title: string, unit: string): BookColumn => ({ title, unit, form: 'money', width: 13 })

const cents = (value: number): number => Math.round(value * 100) / 100
const sumOf = (at: number, rows: number, value: number): BookFormula => ({
  formula: rows === 0 ? '0' : `SUM(${columnName(at)}${rowNumber(0)}:${columnName(at)}${rowNumber(rows - 1)})`,
  value,
})

/** Quantity and price of a line in the units of the job: cable by the foot where it is written in feet. */
function shownLine({ quantity, unit, unitPrice }: Pick<PartLine, 'quantity' | 'unit' | 'unitPrice'>, write: Writer) {
  return {
    quantity: unit === '' ? quantity : cents(write.shown(quantity, unit)),
    unit: unit === '' ? '' : write.unit(unit),
    unitPrice: unit === '' ? unitPrice : unitPrice * write.kept(1, unit),
  }
}

const NO_SUPPLIER = 'supplier not known'

/** Parts, what is cut, work, weight and what is to pay: one sheet each. */
export function partsBook({ parts, write, job }: Design): Book {
  const { currency } = parts
  const sheets = [
    partsSheet(parts, write, currency),
    cutSheet(parts, write),
    workSheet(parts),
    addedSheet(parts, currency),
  ]
  const rows = { parts: parts.lines.length, work: parts.labour.length, added: parts.added.length }
  return {
    title: `${job.name}, parts`,
    sheets: [...sheets, weightSheet(parts, write), paySheet(parts, currency, rows)],
  }
}

type Parts = Design['parts']

/** Columns of the sheet of parts that formulas of others read. */
const PRICE_AT = 8
const WEIGHT_AT = 10

function partsSheet({ lines, unlisted }: Parts, write: Writer, currency: string): BookSheet {
  const columns = [
    text('Place', 16),
    text('Sort', 12),
    text('Part', 40),
    text('For', 50),
    figure('Needed', ''),
    figure('Order', ''),
    text('Unit', 7),
    money('Each', currency),
    money('Price', currency),
    figure('Each weighs', write.unit('kg')),
    figure('Weight', write.unit('kg')),
    text('Supplier', 24),
    count('Days'),
  ]
  const rows = lines.map((line, at): BookCell[] => {
    const row = rowNumber(at)
    const shown = shownLine(line, write)
    const perPiece = line.weightKg / Math.max(1e-12, Math.min(line.quantity, line.needed))
    const eachKg =
      write.shown(Number.isFinite(perPiece) ? perPiece : 0, 'kg') * (line.unit === '' ? 1 : write.kept(1, line.unit))
    const needed = line.unit === '' ? line.needed : write.shown(line.needed, line.unit)
    return [
      line.place,
      line.group,
      lineName(line),
      line.use,
      needed,
      shown.quantity,
      shown.unit,
      shown.unitPrice,
      { formula: `ROUND(F${row}*H${row},2)`, value: cents(shown.quantity * shown.unitPrice) },
      eachKg,
      { formula: `MIN(E${row},F${row})*J${row}`, value: Math.min(needed, shown.quantity) * eachKg },
      line.supplier ?? '',
      line.leadDays,
    ]
  })
  const valueAt = (at: number) => rows.reduce((sum, row) => sum + ((row[at] as BookFormula).value ?? 0), 0)
  const open = unlisted.map(({ place, group, name, quantity, sources }): BookCell[] => [
    place,
    group,
    `${name}: in no catalogue here`,
    sources.map(({ use }) => use).join('; '),
    quantity,
    quantity,
    ...Array<null>(7).fill(null),
  ])
  const total: BookCell[] = columns.map(() => null)
  total[2] = 'Together'
  total[PRICE_AT] = sumOf(PRICE_AT, rows.length, valueAt(PRICE_AT))
  total[WEIGHT_AT] = sumOf(WEIGHT_AT, rows.length, valueAt(WEIGHT_AT))
  return { name: 'Parts', columns, rows, foot: [total, ...open] }
}

function cutSheet({ cutCables, wasteFraction }: Parts, write: Writer): BookSheet {
  const unit = write.unit('m')
  const columns = [
    text('Cable', 30),
    text('Label', 10),
    text('For', 40),
    figure('Length', unit),
    count('Pieces'),
    figure('Together', unit),
    text('How counted', 34),
  ]
  const rows = cutCables.flatMap(({ name, cuts }) =>
    cuts.map(({ designation, title, lengthM, pieces, how }) => ({
      cells: [name, designation, title, write.shown(lengthM, 'm'), pieces] as BookCell[],
      together: write.shown(lengthM * pieces, 'm'),
      how,
    })),
  )
  const cutM = cutCables.reduce((sum, each) => sum + write.shown(each.cutM, 'm'), 0)
  return {
    name: 'Cut list',
    columns,
    rows: rows.map(({ cells, together, how }, at) => [
      ...cells,
      { formula: `D${rowNumber(at)}*E${rowNumber(at)}`, value: together },
      how,
    ]),
    foot: [
      [
        'Together',
        null,
        null,
        null,
        null,
        sumOf(5, rows.length, cutM),
        `ordered with ${write.percent(wasteFraction.value)} over`,
      ],
    ],
  }
}

function workSheet({ labour, hours }: Parts): BookSheet {
  return {
    name: 'Work',
    columns: [text('Task', 34), figure('Hours', 'h'), text('Counted from', 50), text('Origin', 14)],
    rows: labour.map(({ title, hours: own, how }) => [title, own.value, how, own.origin]),
    foot: [['Together', sumOf(1, labour.length, hours.value), null, null]],
  }
}

function addedSheet({ added }: Parts, currency: string): BookSheet {
  const price = added.reduce((sum, each) => sum + each.quantity * each.price, 0)
  return {
    name: 'Added',
    columns: [
      text('What', 40),
      figure('Order', ''),
      money('Each', currency),
      money('Price', currency),
      text('Supplier', 24),
    ],
    rows: added.map(({ name, quantity, price: each, supplier }, at) => [
      name,
      quantity,
      each,
      { formula: `B${rowNumber(at)}*C${rowNumber(at)}`, value: quantity * each },
      supplier,
    ]),
    foot: [['Together', null, null, sumOf(3, added.length, price), null]],
  }
}

function weightSheet({ lines, weightByPlaceKg }: Parts, write: Writer): BookSheet {
  const last = rowNumber(Math.max(0, lines.length - 1))
  const places = PLACES.map((place, at): BookCell[] => [
    place,
    {
      formula: `SUMIF(Parts!A${rowNumber(0)}:A${last},A${rowNumber(at)},Parts!K${rowNumber(0)}:K${last})`,
      value: write.shown(weightByPlaceKg[place], 'kg'),
    },
  ])
  const wholeKg = PLACES.reduce((sum, place) => sum + weightByPlaceKg[place], 0)
  return {
    name: 'Weight',
    columns: [text('Place', 24), figure('Weight', write.unit('kg'))],
    rows: places,
    foot: [['Together', sumOf(1, places.length, write.shown(wholeKg, 'kg'))]],
  }
}

/** What is to pay: every sum a formula of the sheets before it. */
function paySheet(
  { sale, price, hours }: Parts,
  currency: string,
  rows: { readonly parts: number; readonly work: number; readonly added: number },
): BookSheet {
  const line = (title: string, formula: string | null, value: number): BookCell[] => [
    title,
    formula === null ? value : { formula, value },
  ]
  return {
    name: 'To pay',
    columns: [text('', 34), { ...money('Sum', currency), width: 16 }],
    rows: [
      line('Parts as bought', `Parts!I${rowNumber(rows.parts)}`, price.value),
      line('Mark-up on parts, share', null, sale.markUpFraction.value),
      line('Parts with mark-up', 'ROUND(B2*(1+B3),2)', sale.partsSale.value),
      line('Added by hand', `Added!D${rowNumber(rows.added)}`, sale.added.value),
      line('Hours', `Work!B${rowNumber(rows.work)}`, hours.value),
      line('Price of an hour', null, sale.hourPrice.value),
      line('Work', 'ROUND(B6*B7,2)', sale.labour.value),
      line('Before tax', 'B4+B5+B8', sale.net.value),
      line('Tax, share', null, sale.taxFraction.value),
      line('Tax', 'ROUND(B9*B10,2)', sale.tax.value),
    ],
    foot: [line('To pay', 'B9+B11', sale.gross.value)],
  }
}

/** What is ordered where: a sheet for each supplier. */
export function ordersBook({ parts, write, job }: Design): Book {
  const bySupplier = new Map<string, PartLine[]>()
  for (const each of parts.lines) {
    if (each.quantity <= 0) continue
    const supplier = each.supplier ?? NO_SUPPLIER
    bySupplier.set(supplier, [...(bySupplier.get(supplier) ?? []), each])
  }
  const suppliers = [...bySupplier].sort(([a], [b]) => a.localeCompare(b))
  const names = sheetNames(suppliers.map(([supplier]) => supplier))
  return {
    title: `${job.name}, orders`,
    sheets: suppliers.map(([, lines], i) => orderSheet(names[i] ?? '', lines, write, parts.currency)),
  }
}

function orderSheet(name: string, all: readonly PartLine[], write: Writer, currency: string): BookSheet {
  const byItem = new Map<string, PartLine>()
  for (const each of all) {
    // The same sheet for several places is one line of an order; a fuse of another rating is another.
    const key = `${each.item.id}/${each.ratingA}/${each.group === 'spares'}`
    const before = byItem.get(key)
    byItem.set(key, before ? { ...before, quantity: before.quantity + each.quantity } : each)
  }
  const rows = [...byItem.values()].map((line, at): BookCell[] => {
    const shown = shownLine(line, write)
    const row = rowNumber(at)
    return [
      lineName(line),
      shown.quantity,
      shown.unit,
      shown.unitPrice,
      { formula: `ROUND(B${row}*D${row},2)`, value: cents(shown.quantity * shown.unitPrice) },
      line.leadDays,
    ]
  })
  const price = rows.reduce((sum, row) => sum + (row[4] as BookFormula).value, 0)
  return {
    name,
    columns: [
      text('Part', 44),
      figure('Order', ''),
      text('Unit', 7),
      money('Each', currency),
      money('Price', currency),
      count('Days'),
    ],
    rows,
    foot: [['Together', null, null, null, sumOf(4, rows.length, price), null]],
  }
}
