import type { YearSeen } from '@yard-lamp/core/proof'
import { formatPercent, formatQuantity } from '@yard-lamp/core/units'

export type Thread = 'charge' | 'unmet' | 'generator' | 'surplus'

/** What a cloth can be woven of: its figure in an hour, and its colours from nothing to most. */
export interface ThreadOf {
  readonly id: Thread
  readonly label: string
  /** Colours of the theme, by name: least, and most. */
  readonly from: string
  readonly to: string
  readonly isThere: (seen: YearSeen) => boolean
  /** 0 to the most of the year. */
  readonly at: (seen: YearSeen, hour: number) => number
  readonly text: (figure: number) => string
}

const some = (row: Float64Array): boolean => row.some((figure) => figure > 1e-6)
const watts = (figure: number) => formatQuantity(Math.round(figure), 'W')

export const THREADS: readonly ThreadOf[] = [
  {
    id: 'charge',
    label: 'Charge',
    from: 'clay',
    to: 'sun',
    isThere: () => true,
    at: ({ flows }, hour) => flows.soc[hour] ?? 0,
    text: (figure) => `${formatPercent(figure, 0)} full`,
  },
  {
    id: 'unmet',
    label: 'Went without',
    from: 'wash',
    to: 'clay',
    isThere: () => true,
    at: ({ flows }, hour) => flows.unmetW[hour] ?? 0,
    text: (figure) => (figure > 1e-6 ? `${watts(figure)} missing` : 'nothing missing'),
  },
  {
    id: 'generator',
    label: 'Generator, mains, engine',
    from: 'wash',
    to: 'series-6',
    isThere: ({ flows }) => some(flows.generatorW) || some(flows.mainsW) || some(flows.alternatorW),
    at: ({ flows }, hour) => (flows.generatorW[hour] ?? 0) + (flows.mainsW[hour] ?? 0) + (flows.alternatorW[hour] ?? 0),
    text: watts,
  },
  {
    id: 'surplus',
    label: 'Sun left over',
    from: 'wash',
    to: 'lamp',
    isThere: ({ flows }) => some(flows.cutW) || some(flows.acCutW),
    at: ({ flows }, hour) => (flows.cutW[hour] ?? 0) + (flows.acCutW[hour] ?? 0),
    text: watts,
  },
]
