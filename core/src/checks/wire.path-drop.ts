import { sizeCable } from '../edit/offers.ts'
import { formatPercent } from '../units/format.ts'
import { defineCheck, type Found } from './check.ts'

export const wirePathDrop = defineCheck({
  id: 'wire.path-drop',
  link: 'wiring',
  severity: 'fault',
  fires:
    'array to battery, or battery to the farthest outlet, above the path’s limit though each leg is within its own',
  find(_job, { wiring: { paths, circuits } }) {
    const byId = new Map(circuits.map((circuit) => [circuit.id, circuit]))
    // One that is over through one branch is over through all behind it: the worst of each beginning speaks.
    const worst = new Map<string, { found: Found; over: number }>()
    for (const { title, legs, dropFraction, mostFraction } of paths) {
      if (dropFraction <= mostFraction + 1e-9) continue
      const laid = legs.flatMap(({ circuitId }) => byId.get(circuitId) ?? [])
      const eachWithin = laid.every(
        ({ cable, maxDropFraction }) => !cable || cable.dropFraction.value <= maxDropFraction.value + 1e-9,
      )
      if (!eachWithin) continue
      const most = laid.reduce((a, b) =>
        (b.cable?.dropFraction.value ?? 0) > (a.cable?.dropFraction.value ?? 0) ? b : a,
      )
      const over = dropFraction - mostFraction
      const key = legs[0]?.circuitId ?? ''
      if (over <= (worst.get(key)?.over ?? 0)) continue
      const chosen = laid.filter(({ cable }) => cable?.chosen)
      worst.set(key, {
        over,
        found: {
          message: `${title}: the whole way loses ${formatPercent(dropFraction, 1)}, more than ${formatPercent(mostFraction)}; most of it in ${most.title.toLowerCase()}, ${formatPercent(most.cable?.dropFraction.value ?? 0, 1)}.`,
          remedy: 'Thicker cable in one of its legs, a shorter way, or a higher voltage.',
          place: `wiring.${most.id}.size`,
          changes: chosen.map(({ id }) => sizeCable(id)),
        },
      })
    }
    return [...worst.values()].map(({ found }) => found)
  },
})
