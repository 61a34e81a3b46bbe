import { plainReader } from '../method/plain.ts'
import { type Load, loadSchema, MOST_LOADS } from './schema.ts'

const readLoad = plainReader(loadSchema)
const LOAD_KEYS = Object.keys(loadSchema.shape)

/**
 * The loads, most of a document by far, where each is written as the schema would write it: read some four times as fast.
 * Null where one is not, for the schema to read or to refuse.
 */
export function loadsAsTheyCame(value: unknown): Load[] | null {
  if (!Array.isArray(value) || value.length > MOST_LOADS) return null
  const asWritten = (load: unknown) =>
    readLoad(load) === load && Object.keys(load as Load).every((key, i) => key === LOAD_KEYS[i])
  return value.every(asWritten) ? (value as Load[]) : null
}
