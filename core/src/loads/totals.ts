import { LOAD_BASES, type Load } from '../job/schema.ts'
import type { Known, Working } from '../working/working.ts'
import type { Counted } from './at-bus.ts'
import { dayTotal } from './methods.ts'

export interface LoadTotal {
  readonly name: string
  readonly dailyEnergyWh: Known
}

export interface BasisTotal extends LoadTotal {
  readonly name: Load['basis']
}

/** The listed energy by room or use, by where its watts come from, and by how much it matters. */
export function loadTotals(counted: readonly Counted[], working: Working) {
  const by = <N extends string>(kind: string, nameOf: (load: Load) => N) => {
    const parts = new Map<N, Known[]>()
    for (const { load, wh } of counted) {
      const part = nameOf(load)
      const list = parts.get(part)
      if (list) list.push(wh)
      else parts.set(part, [wh])
    }
    return [...parts].map(([name, list]) => ({
      name,
      dailyEnergyWh: working.about({ id: `by-${kind}.${name}`, name }, () =>
        working.applyToList(dayTotal, 'dailyEnergiesWh', list),
      ).dailyEnergyWh,
    }))
  }
  const largest = (a: LoadTotal, b: LoadTotal) => b.dailyEnergyWh.value - a.dailyEnergyWh.value
  return {
    byGroup: by('group', ({ group }) => group).sort(largest),
    byBasis: by('basis', ({ basis }) => basis).sort((a, b) => LOAD_BASES.indexOf(a.name) - LOAD_BASES.indexOf(b.name)),
    byPriority: by('priority', ({ priority }) => priority),
  }
}
