import { type Book, type BookCell, type BookSheet, sheetNames } from './book.ts'
import { type Block, plainText, type ReportContent } from './content.ts'

/** Every table of a report as a sheet of a workbook: figures as figures, words as they are read. */
export function reportBook({ title, subtitle, sections }: ReportContent): Book {
  const tables = sections.flatMap(({ blocks }) =>
    blocks.filter((block): block is Extract<Block, { kind: 'table' }> => block.kind === 'table'),
  )
  const names = sheetNames(tables.map(({ id }) => id))
  return {
    title: `${title}, ${subtitle.toLowerCase()}`,
    sheets: tables.map((each, i) => sheetOf(names[i] ?? '', each)),
  }
}

const MOST_WIDTH = 60

function sheetOf(name: string, { columns, rows }: Extract<Block, { kind: 'table' }>): BookSheet {
  const cellsOf = (cells: (typeof rows)[number]['cells']): BookCell[] =>
    cells.map(({ rich, value }) => value ?? (plainText(rich) === '–' ? null : plainText(rich)))
  return {
    name,
    columns: columns.map(({ title, unit, align }, i) => ({
      title,
      unit,
      form: align === 'right' ? ('figure' as const) : ('text' as const),
      width: Math.min(
        MOST_WIDTH,
        Math.max(
          8,
          ...rows.filter(({ as }) => as !== 'head').map(({ cells }) => plainText(cells[i]?.rich ?? '').length + 2),
        ),
      ),
    })),
    rows: rows.filter(({ as }) => as !== 'sum').map(({ cells }) => cellsOf(cells)),
    foot: rows.filter(({ as }) => as === 'sum').map(({ cells }) => cellsOf(cells)),
  }
}
