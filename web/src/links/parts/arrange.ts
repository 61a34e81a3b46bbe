import { lineName, PART_GROUPS, type PartGroup, type PartLine } from '@yard-lamp/core/parts'
import { PLACES } from '@yard-lamp/core/plant'
import { formatMoney } from '@yard-lamp/core/units'

/** Ways to read the list. */
export const ARRANGEMENTS = ['place', 'sort', 'supplier'] as const
export type Arrangement = (typeof ARRANGEMENTS)[number]

export const GROUP_WORDS: Readonly<Record<PartGroup, string>> = {
  equipment: 'Equipment',
  protection: 'Fuses and breakers',
  cable: 'Cable',
  ends: 'Lugs, ferrules, glands, conduit',
  mounting: 'What holds the panels',
  board: 'Board, earth, labels',
  spares: 'Spares',
}
/** Small parts lie folded together where the list is read by place. */
const SMALL: ReadonlySet<PartGroup> = new Set(['ends', 'mounting', 'board', 'spares'])

export const NO_SUPPLIER = 'Supplier not known'

export interface Heap {
  readonly key: string
  readonly title: string
  readonly lines: readonly PartLine[]
  /** Folded until asked for. */
  readonly small: readonly PartLine[]
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** The list in heaps: by where it is built in, by what it is, or by who delivers it. */
export function heapsOf(lines: readonly PartLine[], by: Arrangement): Heap[] {
  if (by === 'place')
    return PLACES.map((place) => {
      const own = lines.filter((line) => line.place === place)
      return {
        key: place,
        title: capital(place),
        lines: own.filter(({ group }) => !SMALL.has(group)),
        small: own.filter(({ group }) => SMALL.has(group)),
      }
    }).filter(notEmpty)
  if (by === 'sort')
    return PART_GROUPS.map((group) => ({
      key: group,
      title: GROUP_WORDS[group],
      lines: lines.filter((line) => line.group === group),
      small: [],
    })).filter(notEmpty)
  const suppliers = [...new Set(lines.map(({ supplier }) => supplier ?? ''))].sort()
  return suppliers.map((supplier) => ({
    key: `supplier ${supplier}`,
    title: supplier === '' ? NO_SUPPLIER : supplier,
    lines: lines
      .filter((line) => (line.supplier ?? '') === supplier)
      .toSorted((a, b) => lineName(a).localeCompare(lineName(b), 'en', { numeric: true })),
    small: [],
  }))
}

const notEmpty = ({ lines, small }: Heap): boolean => lines.length + small.length > 0

export const priceOf = (lines: readonly PartLine[]): number => lines.reduce((sum, { price }) => sum + price, 0)
export const weightOf = (lines: readonly PartLine[]): number => lines.reduce((sum, { weightKg }) => sum + weightKg, 0)

/** A difference of money with its sign: more is dearer. */
export const moreMoney = (amount: number, currency: string): string =>
  Math.abs(amount) < 0.5 ? 'same price' : `${amount > 0 ? '+' : '−'}${formatMoney(Math.abs(amount), currency)}`
