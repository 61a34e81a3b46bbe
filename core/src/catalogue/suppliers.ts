import type { Supply } from './sheet-parts.ts'

/** Who delivers what each maker makes, and in how many days. Invented. */
const SUPPLIERS: Readonly<Record<string, Supply>> = {
  Ropewalk: { supplier: 'Quayside Electrical', leadDays: 2 },
  Wardwick: { supplier: 'Quayside Electrical', leadDays: 3 },
  Fellside: { supplier: 'Fellside Fixings', leadDays: 5 },
  Thornby: { supplier: 'Thornby Engines', leadDays: 14 },
}
/** What has no house of its own comes by the trade. */
const BY_THE_TRADE: Supply = { supplier: 'Lantern Trade Supply', leadDays: 7 }

/** A sheet that names no supplier. */
export const NO_SUPPLY: Supply = { supplier: null, leadDays: null }

/** Supplier of a shipped sheet, by its maker. */
export const suppliedBy = (maker: string): Supply => SUPPLIERS[maker] ?? BY_THE_TRADE
