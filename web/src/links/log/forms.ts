import {
  CLEANED,
  entrySchema,
  type LogEntry,
  MEASURES,
  type MeasureId,
  measureSchema,
  SEEN,
  type Values,
} from '@yard-lamp/core/records'
import type { Writer } from '@yard-lamp/core/units'
import { figureOf } from './FigureField.tsx'

/** What may be written down, in the order of how often it is. */
export const FORMS = [
  { kind: 'reading', label: 'Reading' },
  { kind: 'generator', label: 'Generator' },
  { kind: 'cleaning', label: 'Cleaning' },
  { kind: 'seen', label: 'Seen' },
  { kind: 'water', label: 'Water' },
  { kind: 'gravity', label: 'Gravity' },
  { kind: 'rest', label: 'Resting volts' },
] as const
export type FormKind = (typeof FORMS)[number]['kind']

/** Texts of a form, by field. */
export type Texts = Readonly<Record<string, string>>

/** What belongs to an entry beside who, when and the note: or why it cannot be kept. */
export type EntryRead =
  | { readonly ok: true; readonly entry: EntryBody }
  | { readonly ok: false; readonly message: string }
type EntryBody = LogEntry extends infer E
  ? E extends LogEntry
    ? Omit<E, 'id' | 'at' | 'by' | 'when' | 'note'>
    : never
  : never

const no = (message: string): EntryRead => ({ ok: false, message })

/** Reads a form as it stands. @param texts by field; cells by their own names, `cell:` before them */
export function entryOf(kind: FormKind, texts: Texts, write: Writer): EntryRead {
  switch (kind) {
    case 'reading':
      return readingOf(texts, write)
    case 'water': {
      const addedL = figureOf(entrySchema.addedL, texts.addedL ?? '', write)
      return addedL ? { ok: true, entry: { kind, addedL } } : no('Write how much water was added.')
    }
    case 'generator': {
      const runH = figureOf(entrySchema.runH, texts.runH ?? '', write)
      const fuelL = figureOf(entrySchema.fuelL, texts.fuelL ?? '', write)
      if (!runH) return no('Write how long the generator ran.')
      return fuelL === undefined ? no('The fuel cannot be read.') : { ok: true, entry: { kind, runH, fuelL } }
    }
    case 'cleaning':
      return { ok: true, entry: { kind, cleaned: CLEANED.find((each) => each === texts.cleaned) ?? CLEANED[0] } }
    case 'seen':
      return { ok: true, entry: { kind, seen: SEEN.find((each) => each === texts.seen) ?? SEEN[3], fileIds: [] } }
    case 'gravity': {
      const electrolyteC = figureOf(entrySchema.electrolyteC, texts.electrolyteC ?? '', write)
      const cells = cellsOf(texts, entrySchema.gravity, write)
      if (typeof electrolyteC !== 'number') return no('Write how warm the electrolyte is: gravity goes with it.')
      if (typeof cells === 'string') return no(cells)
      return {
        ok: true,
        entry: { kind, electrolyteC, cells: cells.map(({ name, value }) => ({ cell: name, gravity: value })) },
      }
    }
    case 'rest': {
      const restedH = figureOf(entrySchema.restedH, texts.restedH ?? '', write)
      const units = cellsOf(texts, entrySchema.restV, write)
      if (typeof restedH !== 'number') return no('Write for how long nothing was charged or drawn.')
      if (typeof units === 'string') return no(units)
      return {
        ok: true,
        entry: { kind, restedH, units: units.map(({ name, value }) => ({ unit: name, restV: value })) },
      }
    }
  }
}

function readingOf(texts: Texts, write: Writer): EntryRead {
  const values: Values = {}
  for (const { id, label } of MEASURES) {
    const value = figureOf(measureSchema[id], texts[id] ?? '', write)
    if (value === undefined) return no(`${label}: this cannot be.`)
    if (value !== null) values[id] = value
  }
  return Object.keys(values).length > 0
    ? { ok: true, entry: { kind: 'reading', values } }
    : no('Write at least one figure.')
}

export const CELL = 'cell:'

function cellsOf(
  texts: Texts,
  schema: Parameters<typeof figureOf>[0],
  write: Writer,
): { name: string; value: number }[] | string {
  const cells: { name: string; value: number }[] = []
  for (const [field, text] of Object.entries(texts)) {
    if (!field.startsWith(CELL)) continue
    const name = field.slice(CELL.length)
    const value = figureOf(schema, text, write)
    if (value === undefined) return `${name}: this cannot be.`
    if (value !== null) cells.push({ name, value })
  }
  return cells.length > 0 ? cells : 'Write the figure of at least one.'
}

/** Figures a person writes down here each time; the others stand behind "More". */
const USUAL: readonly MeasureId[] = ['soc', 'batteryV', 'pvTodayKwh', 'loadTodayKwh']
const KEY = 'yardlamp.log.figures'

export function usualFigures(): readonly MeasureId[] {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as unknown
    const known = MEASURES.map(({ id }) => id).filter((id) => Array.isArray(kept) && kept.includes(id))
    return known.length > 0 ? known : USUAL
  } catch {
    return USUAL
  }
}

/** What was written down now is what stands there next time. */
export function rememberFigures(values: Values): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(Object.keys(values)))
  } catch {
    // The usual ones stand there again.
  }
}
