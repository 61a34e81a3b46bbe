import type { Steps } from './search-steps.ts'
import type { Share } from './share.ts'

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

/** A kind is what is the same of designs that differ in panels and batteries alone. */
export type Kind = Pick<Candidate, 'arrayType' | 'bankType' | 'backup' | 'tilt'>

export const kindOf = ({ arrayType, bankType, backup, tilt }: Kind): string =>
  `${arrayType}.${bankType}.${backup}.${tilt}`

/** The designs of a share, the cheapest first: whole kinds, dealt out so that no two workers make the same plant. */
export function candidatesOf({ arrays, banks, backups, tilts }: Steps, { part, of }: Share): Candidate[] {
  const kinds = arrays.flatMap((_, arrayType) =>
    banks.flatMap((__, bankType) =>
      backups.flatMap((___, backup) => tilts.map((____, tilt): Kind => ({ arrayType, bankType, backup, tilt }))),
    ),
  )
  const plants = new Map<string, number>()
  const own = kinds.filter(({ arrayType, bankType, backup }) => {
    const plant = `${arrayType}.${bankType}.${backups[backup]?.size}`
    const at = plants.get(plant) ?? plants.size
    plants.set(plant, at)
    return at % of === part
  })
  const all = own.flatMap((kind) => {
    const size = backups[kind.backup]?.size ?? 0
    const tiltPrice = tilts[kind.tilt]?.price ?? 0
    return (banks[kind.bankType]?.levels ?? []).flatMap(({ prices }, bank) => {
      const price = prices[size] ?? null
      return price !== null
        ? (arrays[kind.arrayType]?.levels ?? []).map((panels, array) => ({
            ...kind,
            array,
            bank,
            price: panels.price + price + tiltPrice,
          }))
        : []
    })
  })
  return all.sort((a, b) => a.price - b.price)
}

/** Every design there is among the steps. */
export function designsIn({ arrays, banks, backups, tilts }: Steps): number {
  const steps = (ladders: Steps['arrays']) => ladders.reduce((sum, { levels }) => sum + levels.length, 0)
  const sourced = banks.flatMap(({ levels }) =>
    levels.flatMap(({ prices }) => backups.map(({ size }) => prices[size] ?? null)),
  )
  return steps(arrays) * sourced.filter((price) => price !== null).length * tilts.length
}

/** Where the designs of a kind are looked at first, as shares of its panels and its batteries: the largest, then inwards. */
export const COARSE = [
  [1, 1],
  [0.5, 0.5],
  [0.5, 1],
  [1, 0.5],
  [0.25, 0.5],
  [0.5, 0.25],
] as const

/** Shares at which the frontier is looked at. */
const TOLD_AT = [0, 0.25, 0.5, 0.75, 1] as const

/** Steps of a ladder at which the frontier is looked at: few, from the smallest to the largest. */
export const toldSteps = (levels: number): Set<number> =>
  new Set(TOLD_AT.map((share) => Math.round(share * (levels - 1))))
