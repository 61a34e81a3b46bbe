import { chemistryRow } from '../../tables/chemistries.ts'
import { type Diagnose, type Diagnosis, type Seen, told } from '../diagnosis.ts'
import { gravityAt25C } from '../gravity.ts'

/** Cells further apart than this: gravity, and volts for a cell of each kind. Source: handbook; common sheets. */
const GRAVITY_APART = 0.025
const CELL_APART_V = { lead: 0.05, other: 0.05 } as const

/** Cells or units that stand apart: what was measured last. */
export const cellsApart: Diagnose = (seen) => {
  const found = [gravity(seen), rest(seen)]
  return found.flatMap((each) => (each ? [each] : []))
}

function gravity(seen: Seen): Diagnosis | null {
  const last = seen.entries.gravities.at(-1)
  if (!last || last.cells.length < 2) return null
  const at25C = last.cells.map(({ cell, gravity: read }) => ({ cell, gravity: gravityAt25C(read, last.electrolyteC) }))
  const sorted = at25C.sort((a, b) => a.gravity - b.gravity)
  const [low, high] = [sorted[0], sorted.at(-1)]
  if (!low || !high || high.gravity - low.gravity <= GRAVITY_APART) return null
  return apart(seen, last.when, [
    `Gravity differs by ${(high.gravity - low.gravity).toFixed(3)}, from ${low.gravity.toFixed(3)} in ${low.cell} to ${high.gravity.toFixed(3)} in ${high.cell}, as at 25 °C.`,
  ])
}

function rest(seen: Seen): Diagnosis | null {
  const last = seen.entries.rests.at(-1)
  if (!last || last.units.length < 2) return null
  const { bank } = seen.reference
  const isLead = chemistryRow(bank.chemistry).cellNominalV === 2
  const sorted = [...last.units].sort((a, b) => a.restV - b.restV)
  const [low, high] = [sorted[0], sorted.at(-1)]
  if (!low || !high) return null
  const cells = Math.max(1, Math.round(high.restV / (bank.nominalV / bank.cells)))
  const most = (isLead ? CELL_APART_V.lead : CELL_APART_V.other) * Math.max(1, cells / 2)
  if (high.restV - low.restV <= most) return null
  const { quantity } = seen.write
  return apart(seen, last.when, [
    `At rest ${low.unit} stands at ${quantity(low.restV, 'V', 2)} and ${high.unit} at ${quantity(high.restV, 'V', 2)}: ${quantity(high.restV - low.restV, 'V', 2)} apart.`,
  ])
}

function apart({ reference: { bank, offsetMs }, log }: Seen, when: string, evidence: string[]): Diagnosis {
  const day = Math.min(log.days - 1, Math.max(0, Math.floor((Date.parse(when) + offsetMs) / 86_400_000) - log.firstDay))
  const isVented = chemistryRow(bank.chemistry).gassing === 'vented'
  const isLithium = chemistryRow(bank.chemistry).gassing === 'none'
  return told(
    'bank.cells',
    { from: day, named: day, to: day, isNow: true },
    {
      title: 'Cells of the bank stand apart',
      sureness: 'near certain',
      evidence,
      causes: [
        isLithium ? 'out of balance: not full for long' : 'never equalised, or charged too short',
        'unequal leads or a joint',
        'a cell or a unit failing',
      ],
      next: isVented
        ? 'Equalise by the sheet, vents open and someone by it; then read gravity again. One that stays behind is failing.'
        : 'A full charge, held; then the same volts again. One that stays behind is failing.',
    },
  )
}
