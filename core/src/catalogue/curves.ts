import type { Battery } from './schema.ts'

/** Curves looked through before: every sheet on the shelf is asked for at each edit. */
const curves = new WeakMap<readonly unknown[], readonly unknown[]>()

/** Each place on a curve once; of two figures for one, the lower. The very same list where none is repeated. */
function lower<T>(points: readonly T[], at: (point: T) => number, figure: (point: T) => number): readonly T[] {
  const known = curves.get(points)
  if (known) return known as readonly T[]
  const lowest = new Map<number, T>()
  for (const point of points) {
    const before = lowest.get(at(point))
    if (before === undefined || figure(point) < figure(before)) lowest.set(at(point), point)
  }
  const curve = lowest.size === points.length ? points : [...lowest.values()]
  curves.set(points, curve)
  return curve
}

/** Life of a battery by depth. A sheet that says two figures of one depth is read by the shorter life. */
export const cyclesByDepth = ({ cycleLife }: Pick<Battery, 'cycleLife'>): Battery['cycleLife'] =>
  lower(
    cycleLife,
    (point) => point.depth,
    (point) => point.cycles,
  ) as Battery['cycleLife']

/** Capacity in the cold; of two figures for one temperature the smaller. Null where the sheet has no table. */
export const capacityByTemperature = ({ capacityPoints }: Pick<Battery, 'capacityPoints'>): Battery['capacityPoints'] =>
  capacityPoints &&
  (lower(
    capacityPoints,
    (point) => point.cellC,
    (point) => point.factor,
  ) as Battery['capacityPoints'])
