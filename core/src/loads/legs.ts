import type { Load } from '../job/schema.ts'
import type { WorkedRow } from './row.ts'

/** What the heavier leg of a split phase carries of what runs together. */
export interface LegDemand {
  readonly legW: number
  readonly legVA: number
  /** With the worst start of a load on it. */
  readonly legSurgeW: number
  /** Load that is the largest on that leg, by id; null where none is. */
  readonly largestId: string | null
}

interface OnLeg {
  readonly id: string
  readonly watts: number
  readonly voltAmperes: number
  readonly startExtraW: number
}

interface Leg {
  w: number
  va: number
  extraW: number
  largest: OnLeg | null
}

/**
 * What one leg of a split phase must carry: loads on the leg they are given, those on both by halves, and those left open on
 * the lighter leg, largest first. A load that never runs with the others is taken by itself beside the heaviest of them.
 */
export function legDemand(worked: readonly WorkedRow[]): LegDemand {
  const legs: Record<'one' | 'two', Leg> = { one: emptyLeg(), two: emptyLeg() }
  const free: OnLeg[] = []
  for (const { load, demand } of worked) {
    if (!demand || load.supply !== 'ac' || !load.runsTogether) continue
    const on = onLeg(load, demand)
    if (load.leg === null) free.push(on)
    else if (load.leg === 'both') for (const leg of [legs.one, legs.two]) put(leg, halved(on))
    else put(legs[load.leg], on)
  }
  for (const on of free.sort((a, b) => b.watts - a.watts)) put(legs.one.w <= legs.two.w ? legs.one : legs.two, on)
  const heavier = legs.one.w >= legs.two.w ? legs.one : legs.two
  const both = [legs.one, legs.two]
  const alone = worked.flatMap(({ load, demand }) =>
    demand && load.supply === 'ac' && !load.runsTogether && load.leg !== 'both' ? [onLeg(load, demand)] : [],
  )
  const most = (of: (on: OnLeg) => number) => alone.reduce((largest, on) => Math.max(largest, of(on)), 0)
  return {
    legW: Math.max(
      heavier.w,
      most(({ watts }) => watts),
    ),
    legVA: Math.max(
      ...both.map(({ va }) => va),
      most(({ voltAmperes }) => voltAmperes),
    ),
    legSurgeW: Math.max(
      ...both.map(({ w, extraW }) => w + extraW),
      most(({ watts, startExtraW }) => watts + startExtraW),
    ),
    largestId: heavier.largest?.id ?? null,
  }
}

const emptyLeg = (): Leg => ({ w: 0, va: 0, extraW: 0, largest: null })

function onLeg(load: Load, demand: NonNullable<WorkedRow['demand']>): OnLeg {
  const watts = demand.quantity.value * demand.powerW.value
  return {
    id: load.id,
    watts,
    voltAmperes: watts / (demand.powerFactor?.value ?? 1),
    startExtraW: Math.max(0, (demand.surgeW?.value ?? demand.powerW.value) - demand.powerW.value),
  }
}

const halved = (on: OnLeg): OnLeg => ({
  ...on,
  watts: on.watts / 2,
  voltAmperes: on.voltAmperes / 2,
  startExtraW: on.startExtraW / 2,
})

function put(leg: Leg, on: OnLeg): void {
  leg.w += on.watts
  leg.va += on.voltAmperes
  leg.extraW = Math.max(leg.extraW, on.startExtraW)
  if (!leg.largest || on.watts > leg.largest.watts) leg.largest = on
}
