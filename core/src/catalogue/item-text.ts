import { InputError, showValue } from '../method/input-error.ts'
import { fromIssue } from '../method/method.ts'
import { lookThrough } from '../method/outside.ts'
import { CONDUCTOR_SIZES, conductorOf } from '../tables/conductor.ts'
import { type Battery, type CatalogueItem, ITEM_KINDS, type ItemKind } from './schema.ts'
import { fieldsOf, ITEM_SCHEMAS, type SheetField } from './sheet-fields.ts'
import { blockOf, blocksFor, SYSTEM_VOLTAGES_V, VOLTAGE_CLASSES_V, voltageClassV } from './voltage-class.ts'

/** One item as cells of a table: by field name, in the units of the catalogue. */
export type ItemCells = Record<string, string>

const POUND_KG = 0.45359237
const INCH_MM = 25.4

/** Other units a sheet may print, as factors to the catalogue's; `offset` for temperatures. */
const UNITS: Record<string, Record<string, number>> = {
  mm: { mm: 1, cm: 10, m: 1000, in: INCH_MM, '"': INCH_MM, inch: INCH_MM, inches: INCH_MM, ft: 12 * INCH_MM },
  kg: { kg: 1, g: 0.001, lb: POUND_KG, lbs: POUND_KG, oz: POUND_KG / 16 },
  V: { v: 1, mv: 0.001, kv: 1000, vdc: 1, vac: 1 },
  A: { a: 1, ma: 0.001, ka: 1000 },
  W: { w: 1, kw: 1000, wp: 1, milliw: 0.001, megaw: 1e6 },
  VA: { va: 1, kva: 1000 },
  Ah: { ah: 1, mah: 0.001 },
  mΩ: { mω: 1, mohm: 1, ω: 1000, ohm: 1000 },
  Hz: { hz: 1 },
  h: { h: 1 },
  y: { y: 1, years: 1, year: 1 },
  'm²': { 'm²': 1, m2: 1, 'ft²': 0.09290304, ft2: 0.09290304 },
  m: { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 },
  d: { d: 1, days: 1, day: 1 },
  L: { l: 1, gal: 3.785411784 },
  'L/h': { 'l/h': 1, 'gal/h': 3.785411784 },
  'mm²': { 'mm²': 1, mm2: 1 },
  money: { eur: 1 },
}
/** Voltage a coefficient printed in mV/°C is a share of. */
const REFERENCE_V: Record<string, string> = { vocCoeffPerC: 'vocV', vmpCoeffPerC: 'vmpV' }
/** A coefficient above this without a unit can only be meant in per cent. */
const PLAIN_COEFFICIENT_PER_C = 0.02

const refuse = (field: SheetField, came: string, allowed = field.allowed): InputError =>
  new InputError(
    'INPUT_INVALID',
    field.name,
    `${field.label} (${field.name}): got ${showValue(came)}; allowed: ${allowed}`,
  )

/** Milliwatts and megawatts differ in one letter's size; written in small letters throughout neither is taken. */
const told = (unit: string): string => unit.replace(/^mW$/, 'milliw').replace(/^MW$/, 'megaw')

/** A number and its unit: decimal point or comma, any minus, thousands set apart by blanks. Null where it is none. */
function numberAndUnit(text: string): { value: number; unit: string } | null {
  const plain = text
    .trim()
    .replace(/[−–]/g, '-')
    .replace(/[\u00a0\u202f]/g, ' ')
  const match = /^([+-]?\d[\d ]*(?:[.,]\d+)?(?:e[+-]?\d+)?)\s*(.*)$/i.exec(plain)
  if (!match) return null
  const value = Number((match[1] ?? '').replace(/ /g, '').replace(',', '.'))
  return Number.isFinite(value) ? { value, unit: (match[2] ?? '').trim() } : null
}

/**
 * A figure as a data sheet prints it, in the unit of the catalogue.
 * @param bareUnit unit of a number that comes without one, from the head of its column
 * @throws {InputError} naming the field, what came and what is allowed
 */
export function readFigure(field: SheetField, text: string, cells: ItemCells, bareUnit = ''): number {
  const read = numberAndUnit(text)
  if (!read) throw refuse(field, text)
  const unit = told(read.unit || bareUnit)
    .toLowerCase()
    .replace(/\s/g, '')
    .replace('°k', 'k')
    .replace('deg', '°')
  const { value } = read
  if (field.unit === '1/°C') return coefficient(field, text, value, unit, cells)
  if (field.unit === '°C')
    return unit === '°f' || unit === 'f' ? ((value - 32) * 5) / 9 : known(field, text, unit, ['', '°c', 'c'], value)
  if (field.unit === '') return unit === '%' ? value / 100 : known(field, text, unit, ['', 'x', '×'], value)
  if (field.unit === 'mm²' && /^awg|^kcmil/.test(unit)) {
    const size = CONDUCTOR_SIZES.find((each) => each.toLowerCase() === `${value} ${unit}`)
    if (!size) throw refuse(field, text)
    return conductorOf(size).areaMm2
  }
  if (unit === '') return value
  const factor = Object.hasOwn(UNITS, field.unit) ? UNITS[field.unit]?.[unit] : undefined
  if (factor === undefined || !Object.hasOwn(UNITS[field.unit] ?? {}, unit)) {
    throw refuse(
      field,
      text,
      `${field.allowed}, or in ${Object.keys(UNITS[field.unit] ?? {}).join(', ') || field.unit}`,
    )
  }
  return Math.round(value * factor * 1e9) / 1e9
}

function known(field: SheetField, text: string, unit: string, units: readonly string[], value: number): number {
  if (!units.includes(unit)) throw refuse(field, text)
  return value
}

/** −0.27 %/°C, −105 mV/°C or −0.0027; printed without a unit, figures above 0.02 are per cent. */
function coefficient(field: SheetField, text: string, value: number, unit: string, cells: ItemCells): number {
  const perDegree = (share: number) => Math.round(share * 1e9) / 1e9
  if (/^%(\/(°c|k|c))?$/.test(unit)) return perDegree(value / 100)
  if (/^mv(\/(°c|k|c))?$/.test(unit)) {
    const referenceV = Number(cells[REFERENCE_V[field.name] ?? ''])
    if (!(referenceV > 0)) throw refuse(field, text, 'mV/°C only beside the voltage it is a share of')
    return perDegree(value / 1000 / referenceV)
  }
  if (!/^(1\/(°c|k|c)|\/(°c|k|c))?$/.test(unit)) throw refuse(field, text, '%/°C, mV/°C or 1/°C')
  return perDegree(unit === '' && Math.abs(value) > PLAIN_COEFFICIENT_PER_C ? value / 100 : value)
}

const YES = ['yes', 'true', '1', 'y', 'x']
const NO = ['no', 'false', '0', 'n', '']

function readField(field: SheetField, text: string, cells: ItemCells, bareUnit: string): unknown {
  const said = text.trim()
  if (said === '' && field.optional) return null
  switch (field.form) {
    case 'text':
      return said
    case 'number':
      return readFigure(field, said, cells, bareUnit)
    case 'flag':
      if (YES.includes(said.toLowerCase())) return true
      if (NO.includes(said.toLowerCase())) return false
      throw refuse(field, said)
    case 'choice': {
      const choice = field.choices.find((each) => each.toLowerCase() === said.toLowerCase().replace(/\s*v$/, ''))
      const found = choice ?? field.choices.find((each) => each.toLowerCase() === said.toLowerCase())
      if (found === undefined) throw refuse(field, said)
      return field.unit === 'V' ? Number(found) : found
    }
    case 'numbers':
      return said.split(/[;/]/).map((each) => readFigure({ ...field, unit: 'V' }, each, cells))
    case 'points':
      return said.split(';').map((each) => readPoint(field, each))
  }
}

function readPoint(field: SheetField, text: string): Record<string, number> {
  const [first, second, more] = text.split(':').map((each) => numberAndUnit(each))
  if (!field.pair || !first || !second || more !== undefined) throw refuse(field, text)
  return { [field.pair[0]]: share(first), [field.pair[1]]: share(second) }
}

const share = ({ value, unit }: { value: number; unit: string }): number => (unit === '%' ? value / 100 : value)

/**
 * An item from the cells of a row. Columns may be named by field or by label, with a unit in brackets: "Length (in)".
 * @throws {InputError} naming the field, what came and what is allowed
 */
export function itemFromCells(kind: ItemKind, row: ItemCells): CatalogueItem {
  const item: Record<string, unknown> = { kind, ...readCells(fieldsOf(kind), row) }
  return parseItem({ ...item, id: item.id ?? idOf(String(item.maker), String(item.model)) })
}

/** Figures of some fields of a sheet, from cells named as for a whole one. @throws {InputError} as a whole one */
export function readCells(asked: readonly SheetField[], row: ItemCells): Record<string, unknown> {
  const columns = new Map<string, { text: string; unit: string }>()
  for (const [head, text] of Object.entries(row)) {
    const match = /^(.*?)\s*[([]([^)\]]*)[)\]]\s*$/.exec(head)
    columns.set((match?.[1] ?? head).trim().toLowerCase(), { text, unit: match?.[2] ?? '' })
  }
  const cellOf = (field: SheetField) => columns.get(field.name.toLowerCase()) ?? columns.get(field.label.toLowerCase())
  // Voltages first: a coefficient in mV/°C is a share of one.
  const fields = [...asked].sort((a, b) => Number(a.unit === '1/°C') - Number(b.unit === '1/°C'))
  const cells: ItemCells = {}
  const item: Record<string, unknown> = {}
  for (const field of fields) {
    const cell = cellOf(field)
    if (field.name === 'id' && !cell?.text.trim()) continue
    if (!cell && !field.optional && field.form !== 'flag') {
      throw new InputError(
        'INPUT_INVALID',
        field.name,
        `${field.label} (${field.name}): is missing; allowed: ${field.allowed}`,
      )
    }
    const value = readField(field, cell?.text ?? '', cells, cell?.unit ?? '')
    item[field.name] = value
    cells[field.name] = String(value)
  }
  return item
}

/** An id from maker and model: letters, digits and dashes. */
export const idOf = (maker: string, model: string): string =>
  `${maker} ${model}`
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 64) || 'item'

/** An item from a value that came from outside. @throws {InputError} naming the field, what came and what is allowed */
export function parseItem(value: unknown): CatalogueItem {
  const item = keptItem(value)
  const odd = contradiction(item)
  if (odd) throw odd
  return item
}

/**
 * Reads an item that was taken in before: an earlier version may have taken figures that are refused together today, and
 * what was kept stays at hand to be mended.
 * @throws {InputError} as parseItem, but for figures that contradict each other
 */
export function keptItem(value: unknown): CatalogueItem {
  lookThrough(value)
  const kind = value !== null && typeof value === 'object' ? (value as { kind?: unknown }).kind : undefined
  const known = ITEM_KINDS.find((each) => each === kind)
  if (!known) {
    throw new InputError(
      'INPUT_INVALID',
      'kind',
      `kind: got ${showValue(kind)}; allowed: one of ${ITEM_KINDS.join(', ')}`,
    )
  }
  const parsed = ITEM_SCHEMAS[known].safeParse(value)
  if (!parsed.success) throw fromIssue(parsed.error.issues[0], value)
  return parsed.data as CatalogueItem
}

/** Whether whole numbers of it come to a system voltage. */
const makesAVoltage = (item: Battery): boolean =>
  SYSTEM_VOLTAGES_V.some((systemV) => {
    const block = blockOf(item, systemV)
    return block !== null && voltageClassV(blocksFor(block, systemV) * block.voltageV) !== null
  })

/** What no real sheet says: figures that contradict each other. */
function contradiction(item: CatalogueItem): InputError | null {
  const wrong = (name: string, came: number, allowed: string) =>
    new InputError('OUT_OF_DOMAIN', name, `${name}: got ${showValue(came)}; allowed: ${allowed}`)
  if (item.kind === 'panel') {
    if (item.vmpV >= item.vocV)
      return wrong('vmpV', item.vmpV, `a number below the open-circuit voltage, ${item.vocV} V`)
    if (item.impA >= item.iscA)
      return wrong('impA', item.impA, `a number below the short-circuit current, ${item.iscA} A`)
    const productW = item.vmpV * item.impA
    if (Math.abs(productW / item.powerW - 1) > 0.1) {
      return wrong('powerW', item.powerW, `within a tenth of Vmp × Imp, ${Math.round(productW)} W`)
    }
  }
  if (item.kind === 'battery' && item.lowCutoffV >= item.absorptionV) {
    return wrong('lowCutoffV', item.lowCutoffV, `a number below the absorption voltage, ${item.absorptionV} V`)
  }
  if (item.kind === 'battery') {
    const repeated = <T>(points: readonly T[] | null, of: (point: T) => number) =>
      points?.map(of).find((value, i, all) => all.indexOf(value) !== i)
    const depth = repeated(item.cycleLife, (point) => point.depth)
    if (depth !== undefined) return wrong('cycleLife', depth, 'each depth once')
    const pointC = repeated(item.capacityPoints, (point) => point.cellC)
    if (pointC !== undefined) return wrong('capacityPoints', pointC, 'each temperature once')
    if (item.chargeMinC >= item.chargeMaxC)
      return wrong(
        'chargeMinC',
        item.chargeMinC,
        `a number below the hottest it may be charged at, ${item.chargeMaxC} °C`,
      )
    if (item.dischargeMinC >= item.dischargeMaxC)
      return wrong(
        'dischargeMinC',
        item.dischargeMinC,
        `a number below the hottest it may be used at, ${item.dischargeMaxC} °C`,
      )
    if (!makesAVoltage(item))
      return wrong(
        'unitVoltageV',
        item.unitVoltageV,
        `${VOLTAGE_CLASSES_V.join(', ')} V within 8 %, or a cell of which whole numbers make 12, 24 or 48 V`,
      )
  }
  if ('mpptMinV' in item && item.mpptMinV >= item.maxInputV)
    return wrong('mpptMinV', item.mpptMinV, `a number below the largest input voltage, ${item.maxInputV} V`)
  if (item.kind === 'device' && item.smallestA > item.largestA)
    return wrong('smallestA', item.smallestA, `a number up to the largest rating, ${item.largestA} A`)
  if ('surgeW' in item && item.surgeW < item.continuousW) {
    return wrong('surgeW', item.surgeW, `a number from the continuous power, ${item.continuousW} W`)
  }
  return null
}

/** The cells of an item, in the catalogue's units, as they are read back. */
export function cellsOf(item: CatalogueItem): ItemCells {
  const values = item as unknown as Record<string, unknown>
  return Object.fromEntries(fieldsOf(item.kind).map((field) => [field.name, cellText(field, values[field.name])]))
}

function cellText(field: SheetField, value: unknown): string {
  if (value === null || value === undefined) return ''
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (!Array.isArray(value)) return String(value)
  return value.map((each) => (field.pair ? `${each[field.pair[0]]}:${each[field.pair[1]]}` : String(each))).join('; ')
}
