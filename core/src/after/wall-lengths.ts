import { type Design, design } from '../chain/design.ts'
import { wallOf } from '../diagram/wall/wall.ts'
import type { WallWay } from '../diagram/wall/ways.ts'
import { applyAll } from '../edit/apply.ts'
import type { Edit } from '../edit/edit.ts'

/** Lengths nearer than this are the same, m. */
const SAME_M = 0.05
/** A longer cable may be a thicker one, its lugs and bars larger, and the way longer again: so often it is looked at. */
const MOST_ROUNDS = 6

/** Whether a way on the wall is another length than the schedule holds for it; one that is not in the schedule is none. */
export function differsOnWall({ wiring }: Pick<Design, 'wiring'>, { circuitId, lengthM }: WallWay): boolean {
  const circuit = wiring.circuits.find(({ id }) => id === circuitId)
  return circuit !== undefined && Math.abs(circuit.lengthM.value - lengthM) > SAME_M
}

/** Takes the length of one way from the wall, to the decimetre. */
export const takeLength = ({ circuitId, lengthM }: WallWay): Extract<Edit, { act: 'set-circuit' }> => ({
  act: 'set-circuit',
  circuitId,
  patch: { lengthM: Math.round(lengthM * 10) / 10 },
})

/**
 * Takes all lengths from the wall: again for those that come out otherwise once the wall hangs as the new lengths ask, so
 * that schedule and wall agree after it.
 */
export function takeAllLengths(now: Design): ReturnType<typeof takeLength>[] {
  const taken = new Map<string, ReturnType<typeof takeLength>>()
  let made = now
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { plant, wiring, write, battery, option } = made
    const wall = wallOf({ plant, wiring, write, series: battery.bank?.series.value ?? 1, by: option.wiring.wall })
    const open = wall.ways.filter((way) => differsOnWall(made, way))
    if (open.length === 0) break
    for (const way of open) taken.set(way.circuitId, takeLength(way))
    made = design(applyAll(now.job, [...taken.values()]), now.catalogue)
  }
  return [...taken.values()]
}
