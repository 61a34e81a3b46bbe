import type { Levels } from './search-levels.ts'

/** One design of the search: a step of each thing, and what that adds to the price of the parts. */
export interface Candidate {
  readonly array: number
  readonly arrayType: number
  readonly bank: number
  readonly bankType: number
  readonly backup: number
  readonly tilt: number
  readonly price: number
}

/** Every design of the search, the cheapest first. */
export function candidatesOf({ arrays, banks, backups, tilts }: Levels): Candidate[] {
  const all = arrays.flatMap((panels, arrayType) =>
    panels.levels.flatMap((array, a) =>
      banks.flatMap((batteries, bankType) =>
        batteries.levels.flatMap((bank, b) =>
          backups.flatMap((backup, g) =>
            tilts.map((tilt, t) => ({
              array: a,
              arrayType,
              bank: b,
              bankType,
              backup: g,
              tilt: t,
              price: array.price + bank.price + backup.price + tilt.price,
            })),
          ),
        ),
      ),
    ),
  )
  return all.sort((a, b) => a.price - b.price)
}

/** Where a grid is looked at first, as shares of its strings and its batteries: the largest, then inwards. */
export const COARSE = [
  [1, 1],
  [0.5, 1],
  [1, 0.5],
  [0.5, 0.5],
  [0.25, 1],
  [1, 0.25],
  [0.25, 0.5],
  [0.5, 0.25],
] as const

/** What is the same of designs that differ in strings and batteries alone. */
export const kindOf = ({
  arrayType,
  bankType,
  backup,
  tilt,
}: Pick<Candidate, 'arrayType' | 'bankType' | 'backup' | 'tilt'>): string =>
  `${arrayType}.${bankType}.${backup}.${tilt}`
