import type { Site, WeightTarget } from '../job/schema.ts'
import { PLACES, type Place } from '../plant/plant.ts'
import { type Known, known, type Working } from '../working/working.ts'
import { axleLoads } from './methods.ts'

/** What weighs where, and what each vehicle, axle or floor bears of it. */

/** A thing that stands there, bought or not. */
export interface Mass {
  readonly place: Place
  readonly weightKg: number
}

export interface Borne {
  readonly target: WeightTarget
  /** Null while an axle is asked for and nobody measured where things stand. */
  readonly weightKg: number | null
  /** What is still to be measured for an axle; empty where nothing is. */
  readonly lack: string
}

/** Weight at each place. */
export function weightByPlace(masses: readonly Mass[]): Record<Place, number> {
  const byPlace = Object.fromEntries(PLACES.map((place) => [place, 0])) as Record<Place, number>
  for (const { place, weightKg } of masses) byPlace[place] += weightKg
  return byPlace
}

const stands = ({ places }: WeightTarget, place: Place): boolean => places.length === 0 || places.includes(place)

/** What each target bears: all that stands there, or by the lever of its axle. */
export function borneBy(
  { weightTargets, axles }: Pick<Site, 'weightTargets' | 'axles'>,
  standingKg: Readonly<Record<Place, number>>,
  working: Working,
): Borne[] {
  return weightTargets.map((target): Borne => {
    const places = PLACES.filter((place) => stands(target, place) && standingKg[place] > 0)
    if (target.axle === null)
      return { target, weightKg: places.reduce((sum, place) => sum + standingKg[place], 0), lack: '' }
    const open = places.filter((place) => axles.behindM[place] === undefined)
    const lack = [
      ...(axles.wheelbaseM === null ? ['how far its axles are apart'] : []),
      ...open.map((place) => `where what is called “${place}” stands`),
    ].join(', ')
    if (lack !== '' || axles.wheelbaseM === null) return { target, weightKg: null, lack }
    const wheelbaseM = axles.wheelbaseM
    const loads = working.about({ id: target.id, name: target.name }, () =>
      working.apply(axleLoads, {
        massesKg: places.map((place) => known(standingKg[place], 'computed', place)),
        behindM: places.map((place): Known => known(axles.behindM[place] ?? 0, 'entered', place)),
        wheelbaseM: known(wheelbaseM, 'entered', 'site'),
      }),
    )
    return { target, weightKg: (target.axle === 'front' ? loads.frontKg : loads.rearKg).value, lack: '' }
  })
}
