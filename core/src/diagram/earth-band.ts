import { unitOf } from '../plant/plant.ts'
import { formatSize } from '../units/format.ts'
import type { Bond } from '../wiring/bonds.ts'
import { pieces } from './alike.ts'
import type { Designations } from './designations.ts'
import type { DiagramBrief, DiagramEarth } from './model.ts'

/** A letter of the small text is so wide, about. */
const LETTER_WIDTH = 7

/** The earth bar below everything, with each protective conductor and the electrode. */
export function earthOf(
  { plant, wiring, write }: DiagramBrief,
  y: number,
  width: number,
  { bonds, units }: Designations,
): DiagramEarth | null {
  const all = wiring.bonds
  if (all.length === 0) return null
  const electrode = all.find(({ what }) => what === 'electrode')
  const hung = all.filter((bond) => bond !== electrode)
  const [x1, x2] = [28, width - 210]
  const step = Math.min(176, (x2 - x1) / Math.max(1, hung.length))
  const text = ({ id, size, count }: Bond) => `${bonds.get(id) ?? ''}  ${pieces(count)}${formatSize(size.value)}`
  const letters = Math.max(6, Math.floor(step / LETTER_WIDTH) - 1)
  const named = (name: string) => (name.length > letters ? `${name.slice(0, letters - 1)}…` : name)
  const isBody = unitOf(plant, 'electrode')?.name !== 'Earth electrode'
  return {
    y,
    x1,
    x2: electrode ? width - 150 : x1 + hung.length * step,
    taps: hung.map((bond, i) => ({
      bondId: bond.id,
      x: x1 + step / 2 + i * step,
      text: text(bond),
      name: named(
        bond.what === 'neutral'
          ? 'N to PE, here only'
          : `${units.get(bond.unitId) ?? ''} ${unitOf(plant, bond.unitId)?.name ?? ''}`.trim(),
      ),
      leftOut: bond.leftOut,
    })),
    electrode: electrode
      ? {
          bondId: electrode.id,
          symbol: isBody ? 'body' : 'earth',
          text: text(electrode),
          name: `${isBody ? 'body or hull' : 'electrode'}, ${write.quantity(electrode.lengthM.value, 'm', 1)}`,
        }
      : null,
  }
}
