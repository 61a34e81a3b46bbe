import { type Cable, itemName } from '../catalogue/schema.ts'
import type { CircuitKind } from '../job/defaults.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Bond } from '../wiring/bonds.ts'
import type { Circuit } from '../wiring/circuits.ts'

/** Pieces of one length to cut from a cable. */
export interface Cut {
  /** Circuit or bond it belongs to. */
  readonly id: string
  /** As on the drawing and the label: W3, PE2. */
  readonly designation: string
  readonly title: string
  readonly cable: Cable
  /** Of each piece, ends counted, m. */
  readonly lengthM: number
  readonly pieces: number
  /** How the pieces were counted, in words. */
  readonly how: string
}

/** Leads of the bank are made to a length, post to post: all equal. */
const TO_LENGTH: ReadonlySet<CircuitKind> = new Set(['battery-string', 'battery-series'])

const END_M = DEFAULTS.cutEndM.value
const centimetres = (lengthM: number): number => Math.ceil(lengthM * 100 - 1e-9) / 100

/** What is cut for a circuit: every conductor of every run, one length for each lead that has its own. */
export function cutsOf(cables: readonly Cable[], circuit: Circuit, designation: string, whose: string): Cut[] {
  if (!circuit.cable) return []
  const { size, parallel } = circuit.cable
  const cable = cables.find((each) => each.use === circuit.use && each.size === size)
  if (!cable) return []
  const { id, kind, title, wires, count, leadsM, lengthM } = circuit
  const ends = TO_LENGTH.has(kind) ? 0 : 2 * END_M
  const each = wires * parallel
  const cut = (runM: number, runs: number): Cut => ({
    id,
    designation,
    title: whose + title,
    cable,
    lengthM: centimetres(runM + ends),
    pieces: runs * each,
    how: howMany(runs, wires, parallel),
  })
  if (!leadsM) return lengthM.value > 0 ? [cut(lengthM.value, count)] : []
  const byLength = new Map<number, number>()
  for (const leadM of leadsM) byLength.set(leadM, (byLength.get(leadM) ?? 0) + 1)
  return [...byLength].filter(([leadM]) => leadM > 0).map(([leadM, runs]) => cut(leadM, runs))
}

function howMany(runs: number, wires: number, parallel: number): string {
  const parts = [
    runs > 1 ? `${runs} runs` : '',
    wires > 1 ? `${wires} conductors` : '',
    parallel > 1 ? `${parallel} in parallel` : '',
  ].filter((part) => part !== '')
  return parts.join(' × ')
}

/** Protective and bonding conductors, a single wire each. */
export function bondCuts(cables: readonly Cable[], bond: Bond, designation: string, whose: string): Cut[] {
  const { id, size, lengthM, count, leftOut, title } = bond
  const cable = cables.find((each) => each.use === 'fixed' && each.size === size.value)
  if (!cable || leftOut || lengthM.value <= 0) return []
  const runM = centimetres(lengthM.value + 2 * END_M)
  return [{ id, designation, title: whose + title, cable, lengthM: runM, pieces: count, how: '' }]
}

/** Metres of a cable to order for its cuts: whole ones, with so much for waste. */
export const orderedM = (cutM: number, wasteFraction: number): number =>
  Math.max(0, Math.ceil(cutM * (1 + wasteFraction) - 1e-9))

/** What is cut of one cable, and ordered. */
export interface CutCable {
  readonly cable: Cable
  readonly name: string
  readonly cuts: readonly Cut[]
  readonly cutM: number
  readonly orderedM: number
}

/** The cut list, cable by cable, longest pieces first. */
export function cutList(cuts: readonly Cut[], wasteFraction: number): CutCable[] {
  const byCable = new Map<string, Cut[]>()
  for (const cut of cuts) {
    const own = byCable.get(cut.cable.id)
    if (own) own.push(cut)
    else byCable.set(cut.cable.id, [cut])
  }
  return [...byCable.values()].flatMap((own): CutCable[] => {
    const [first] = own
    if (!first) return []
    const cutM = own.reduce((sum, { lengthM, pieces }) => sum + lengthM * pieces, 0)
    const sorted = own.toSorted((a, b) => b.lengthM - a.lengthM)
    return [
      { cable: first.cable, name: itemName(first.cable), cuts: sorted, cutM, orderedM: orderedM(cutM, wasteFraction) },
    ]
  })
}
