import { readFileSync } from 'node:fs'
import { InputError } from '@yard-lamp/core'
import { epwYear, guessedColumns, type MeasuredHours, rowsYear } from '@yard-lamp/core/site'

/**
 * A year of hours from a file: an EPW weather file, or a table with a heading that names sun (W/m² on the flat) and air (°C).
 * @throws {InputError} where it cannot be read, or is no year of hours
 */
export function weatherFile(file: string): MeasuredHours {
  const text = textOf(file)
  if (/^\s*LOCATION,/i.test(text)) return epwYear(text)
  const rows = text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .map(cells)
  const first = rows.findIndex((row) => row.some(isFigure))
  return rowsYear(rows.slice(Math.max(0, first)), guessedColumns(rows[first - 1] ?? []))
}

function textOf(file: string): string {
  try {
    return readFileSync(file, 'utf8')
  } catch (error) {
    throw new InputError('INPUT_INVALID', '--weather', `cannot read ${file}: ${(error as Error).message}`)
  }
}

/** Figures alone, so no package reads them: a semicolon or a tab parts them where there is one, since a comma may be a decimal. */
const cells = (line: string): string[] => line.split(line.includes(';') ? ';' : line.includes('\t') ? '\t' : ',')

const isFigure = (cell: string): boolean => cell.trim() !== '' && Number.isFinite(Number(cell.trim().replace(',', '.')))
