/** Drawings a report holds, by their names. */
export const SHEETS_OF = ['one-line', 'wall', 'roof'] as const
export type SheetOf = (typeof SHEETS_OF)[number]
