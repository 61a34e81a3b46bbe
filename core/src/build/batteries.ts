import type { Design } from '../chain/design.ts'
import { chemistryRow } from '../tables/chemistries.ts'
import { type Work, worksOf } from './work.ts'

/** A battery of the bank, called as on the drawing. */
export interface NamedBattery {
  readonly called: string
  /** Of the step in which it is measured. */
  readonly id: string
}

/** Each unit by its name: string, then place in the string. */
export function batteriesIn(work: Work): NamedBattery[] {
  const { bank } = work.design.battery
  if (!bank) return []
  const name = work.names.units.get('battery') ?? 'GB1'
  const [series, parallel] = [bank.series.value, bank.parallel.value]
  return Array.from({ length: parallel }, (_, p) =>
    Array.from({ length: series }, (_, s) => {
      const at = parallel > 1 && series > 1 ? `${p + 1}.${s + 1}` : `${parallel > 1 ? p + 1 : s + 1}`
      return { called: series * parallel === 1 ? name : `${name}.${at}`, id: `${work.prefix}battery.${p + 1}.${s + 1}` }
    }),
  ).flat()
}

/** Batteries of the main system, each with its cells in series. @example batteryUnits(design) // [{ called: 'GB1.1', cells: 6 }, …] */
export function batteryUnits(design: Design): { readonly called: string; readonly cells: number }[] {
  const [work] = worksOf(design, null)
  const { item } = design.battery
  if (!work || !item) return []
  const cells = Math.round(item.unitVoltageV / chemistryRow(item.chemistry).cellNominalV)
  return batteriesIn(work).map(({ called }) => ({ called, cells }))
}
