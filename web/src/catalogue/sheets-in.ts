import { type CatalogueItem, InputError } from '@yard-lamp/core'
import { itemFromCells, parseItem } from '@yard-lamp/core/catalogue'
import { tableIn } from '../files/table.ts'

/** What a file holds: sheets that can be taken in, and rows that cannot, with why. */
export interface ReadFile {
  readonly items: readonly CatalogueItem[]
  readonly refused: readonly { readonly row: string; readonly message: string }[]
}

/** What the bytes of a file hold. @throws {Error} in a sentence */
export async function sheetsIn(name: string, bytes: ArrayBuffer, kind: CatalogueItem['kind']): Promise<ReadFile> {
  if (name.toLowerCase().endsWith('.json')) return readJson(new TextDecoder().decode(bytes), name)
  const [head, ...body] = await tableIn(name, bytes)
  if (!head || body.length === 0) throw new Error(`${name} holds no rows below a head with the names of the fields.`)
  return readRows(
    body
      .map((cells, i) => [`row ${i + 2}`, cells] as const)
      .filter(([, cells]) => cells.some((cell) => cell.trim() !== ''))
      .map(([row, cells]) => [row, Object.fromEntries(head.map((field, at) => [field, cells[at] ?? '']))] as const),
    (cells) => itemFromCells(kind, cells),
  )
}

function readRows<T>(rows: readonly (readonly [string, T])[], read: (value: T) => CatalogueItem): ReadFile {
  const items: CatalogueItem[] = []
  const refused: { row: string; message: string }[] = []
  for (const [row, value] of rows) {
    try {
      items.push(read(value))
    } catch (error) {
      if (!(error instanceof InputError)) throw error
      refused.push({ row, message: error.message })
    }
  }
  return { items, refused }
}

function readJson(text: string, name: string): ReadFile {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new Error(`${name} is not JSON: it is broken, cut short or of another kind.`)
  }
  const items = Array.isArray(value) ? value : (value as { items?: unknown } | null)?.items
  if (!Array.isArray(items)) throw new Error(`${name} holds no list of catalogue items.`)
  return readRows(
    items.map((item, i) => [`item ${i + 1}`, item] as const),
    parseItem,
  )
}
