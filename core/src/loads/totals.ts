import { LOAD_BASES, type Load } from '../job/schema.ts'
import type { Known, Working } from '../working/working.ts'
import type { Counted } from './at-bus.ts'
import { dayTotal } from './methods.ts'

export interface LoadTotal {
  readonly name: string
  readonly dailyEnergyWh: Known
}

/** The listed energy by room or use, by where its watts come from, and by how much it matters. */
export function loadTotals(counted: readonly Counted[], working: Working) {
  const by = (kind: string, name: (load: Load) => string): LoadTotal[] => {
    const parts = new Map<string, Known[]>()
    for (const { load, wh } of counted) {
      const part = name(load)
      const list = parts.get(part)
      if (list) list.push(wh)
      else parts.set(part, [wh])
    }
    return [...parts].map(([part, dailyEnergiesWh]) => ({
      name: part,
      dailyEnergyWh: working.about({ id: `by-${kind}.${part}`, name: part }, () =>
        working.apply(dayTotal, { dailyEnergiesWh }),
      ).dailyEnergyWh,
    }))
  }
  const largest = (a: LoadTotal, b: LoadTotal) => b.dailyEnergyWh.value - a.dailyEnergyWh.value
  return {
    byGroup: by('group', (load) => load.group).sort(largest),
    byBasis: by('basis', (load) => load.basis).sort((a, b) => basisAt(a.name) - basisAt(b.name)),
    byPriority: by('priority', (load) => load.priority),
  }
}

const basisAt = (name: string): number => (LOAD_BASES as readonly string[]).indexOf(name)
