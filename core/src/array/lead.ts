import type { Panel } from '../catalogue/schema.ts'

/** Copper in service, Ω·mm²/m, and the drop a lead is laid for: how thick an array lead will come out, for the ranking only. */
const COPPER_OHM_MM2_PER_M = 0.0217
const LEAD_DROP_FRACTION = 0.03

/** Copper an array lead of so many strings asks for, before it is sized by its table, mm². */
export const leadArea = (panel: Panel, series: number, perInput: number, leadM: number): number =>
  (2 * COPPER_OHM_MM2_PER_M * leadM * 1.25 * panel.iscA * perInput) / (LEAD_DROP_FRACTION * panel.vmpV * series)

/** The size a lead is bought in, mm²; infinite where none is so thick. */
export const leadSize = (leadMm2: number, { leadAreasMm2 }: { readonly leadAreasMm2: readonly number[] }): number =>
  leadAreasMm2.find((areaMm2) => areaMm2 >= leadMm2) ?? Number.POSITIVE_INFINITY
