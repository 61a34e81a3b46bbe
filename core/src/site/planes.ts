import type { Plane, Site } from '../job/schema.ts'
import { assumed, entered, enteredOr, type Known, known, type Working } from '../working/working.ts'
import { horizonLoss, planeMonthly, planesTogether, seasonalPositions, shadedSunHours } from './methods.ts'
import type { Sky } from './sun.ts'
import { SEASONS, seasonOfMonths, seasonTilts, skyYear } from './tilts.ts'

/** A roof or frame, and the sun that reaches it. */
export interface PlaneResult {
  readonly plane: Plane
  readonly azimuthDeg: Known
  /** Tilt of each month; alike for a fixed plane. */
  readonly tiltDeg: readonly Known[]
  /** Share of the main array in it; 0 where only another array may lie in it. */
  readonly share: number
  readonly horizonLost: {
    readonly all: Known<number[]>
    readonly beam: Known<number[]>
    readonly diffuse: Known
  } | null
  readonly peakSunHours: Known<number[]>
}

export const bestOf = (tiltDeg: number) =>
  assumed(tiltDeg, 'the tilt that gives the worst of the months that count the most sun')

export const azimuthOf = (site: Pick<Site, 'latitudeDeg'>, plane: Plane | undefined): Known =>
  enteredOr(plane?.azimuthDeg ?? null, 'site', assumed((site.latitudeDeg ?? 0) >= 0 ? 180 : 0, 'facing the equator'))

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one pass over the planes, in the order of the methods
export function planesOf(
  site: Sky,
  flat: Known<number[]>,
  albedoFraction: Known,
  months: readonly number[],
  working: Working,
): PlaneResult[] {
  const year = skyYear(site, flat.value, albedoFraction.value)
  const parts = site.planes.reduce((sum, plane) => sum + plane.parts, 0)
  return site.planes.map((plane) =>
    working.about({ id: plane.id, name: site.planes.length > 1 ? plane.name : '' }, () => {
      const azimuthDeg = azimuthOf(site, plane)
      const tilts = seasonTilts(year, plane, azimuthDeg.value, months).map(({ tiltDeg, typed }) =>
        typed ? entered(tiltDeg, 'site') : bestOf(tiltDeg),
      )
      const seasons = seasonOfMonths(plane.positions, year.latitudeDeg)
      const common = {
        latitudeDeg: entered(year.latitudeDeg, 'site'),
        azimuthDeg,
        horizontalKwhPerM2Day: flat,
        albedo: albedoFraction,
      }
      const positions = [...new Set(seasons)].map((season) => {
        const tiltDeg = tilts[season] ?? bestOf(0)
        const work = () => ({
          season,
          sun: working.apply(planeMonthly, { ...common, tiltDeg }).planeKwhPerM2Day,
          lost:
            site.horizon.length > 0
              ? working.apply(horizonLoss, { ...common, tiltDeg, horizon: entered(site.horizon, 'site') })
              : null,
        })
        const position = { id: `${plane.id}.${season}`, name: `${plane.name}, ${SEASONS[season]}` }
        return plane.positions === 'fixed' ? work() : working.about(position, work)
      })
      const byMonth = seasons.map((season) => positions.findIndex((position) => position.season === season))
      const [only] = positions
      const sun =
        positions.length > 1
          ? working.apply(seasonalPositions, {
              planeKwhByPosition: positions.map((position) => position.sun),
              positionOfMonth: known(
                byMonth.map((at) => at + 1),
                'entered',
                'site',
              ),
            }).planeKwhPerM2Day
          : (only?.sun ?? known(Array<number>(12).fill(0), 'computed', ''))
      const horizonLost = only?.lost
        ? {
            all: pickMonths(
              positions.map(({ lost }) => lost?.lostFraction),
              byMonth,
            ),
            beam: pickMonths(
              positions.map(({ lost }) => lost?.beamLostFraction),
              byMonth,
            ),
            diffuse: only.lost.diffuseLostFraction,
          }
        : null
      return {
        plane,
        azimuthDeg,
        tiltDeg: seasons.map((season) => tilts[season] ?? bestOf(0)),
        share: parts > 0 ? plane.parts / parts : 0,
        horizonLost,
        peakSunHours: working.apply(shadedSunHours, {
          planeKwhPerM2Day: sun,
          shadeFraction: entered(site.shadeFraction, 'site'),
          ...(horizonLost ? { horizonFraction: horizonLost.all } : {}),
          ...(site.snowFraction.some((share) => share > 0) ? { snowFraction: entered(site.snowFraction, 'site') } : {}),
        }).peakSunHours,
      }
    }),
  )
}

/** Each month's figure from the position the frame then stands in. */
function pickMonths(lists: readonly (Known<number[]> | undefined)[], byMonth: readonly number[]): Known<number[]> {
  const [only] = lists
  if (lists.length === 1 && only) return only
  return known(
    byMonth.map((at, month) => lists[at]?.value[month] ?? 0),
    'computed',
    'the position of each month',
  )
}

/** Peak sun hours of the array, its planes weighed by their parts. */
export function planesTogetherHours(planes: readonly PlaneResult[], working: Working): Known<number[]> | null {
  const [only] = planes
  if (!only) return null
  if (planes.length === 1) return only.peakSunHours
  return working.apply(planesTogether, {
    peakSunHoursByPlane: planes.map(({ peakSunHours }) => peakSunHours),
    parts: planes.map(({ plane }) => entered(plane.parts, plane.name)),
  }).peakSunHours
}
