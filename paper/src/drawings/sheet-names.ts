/** The sheets there are, by the name in their address. */
export const SHEETS = {
  'one-line': 'One-line drawing',
  wall: 'On the wall',
  roof: 'Strings on the planes',
} as const
export type SheetName = keyof typeof SHEETS
export const SHEET_NAMES = Object.keys(SHEETS) as SheetName[]
