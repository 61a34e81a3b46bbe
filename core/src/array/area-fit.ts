import type { Panel } from '../catalogue/schema.ts'
import { DEFAULTS } from '../job/defaults.ts'
import type { Option, Plane, Site, Surface } from '../job/schema.ts'
import { declinationDeg } from '../site/solar-geometry.ts'

/** Kept free while nothing is entered, mm. */
export const keptFreeMm = ({ kind }: Pick<Site, 'kind'>): { readonly gap: number; readonly edge: number } => ({
  gap: DEFAULTS.panelGapMm.value,
  edge: (kind === 'vehicle' || kind === 'trailer' || kind === 'boat' ? DEFAULTS.vehicleEdgeMm : DEFAULTS.roofEdgeMm)
    .value,
})
/** What a plane is covered with while nobody says: assumption of Yard Lamp. */
export function usualSurface({ kind }: Pick<Site, 'kind'>, { mount }: Pick<Plane, 'mount'>): Surface {
  if (kind === 'vehicle' || kind === 'trailer' || kind === 'boat') return 'deck'
  if (kind === 'equipment') return 'ground'
  return mount === 'rows' ? 'flat' : 'tile'
}

/** What a plane is covered with. */
export const surfaceOf = (site: Pick<Site, 'kind'>, plane: Pick<Plane, 'mount' | 'surface'>): Surface =>
  plane.surface ?? usualSurface(site, plane)

/** Rails, feet and clamps of a panel, its mounts on a deck, and the glue of a flexible one, kg. Assumptions of Yard Lamp, a little over what the parts list comes to. */
const MOUNTING_KG = { framed: 4.5, onDeck: 1, flexible: 0.5 }

/** A panel with what holds it, kg. */
export const mountedKg = ({ weightKg, cells }: Panel, surface: Surface): number =>
  weightKg +
  (cells === 'flexible' ? MOUNTING_KG.flexible : surface === 'deck' ? MOUNTING_KG.onDeck : MOUNTING_KG.framed)
/** Hours from noon within which rows do not shade each other at midwinter. */
const FREE_OF_SHADE_H = 2
/** Sun below this casts shadows nobody leaves room for, °. */
const LOWEST_SUN_DEG = 8
const DEGREE = Math.PI / 180

/** A row of panels on a plane, from the eaves up. */
export interface FitRow {
  /** From the lower edge of the plane, m. */
  readonly bottomM: number
  readonly heightM: number
  /** Width of the plane there, m. */
  readonly widthM: number
  readonly panels: number
}

export interface AreaFit {
  readonly plane: Plane
  readonly portrait: boolean
  /** A panel as it lies, m: along the eaves, and up the plane. */
  readonly panelWidthM: number
  readonly panelHeightM: number
  /** Between panels of a row, m. */
  readonly gapM: number
  readonly rows: readonly FitRow[]
  /** From one row's front to the next one's, where they stand in rows, m. */
  readonly pitchM: number | null
  /** Height of the sun that the rows keep clear of at midwinter, °. */
  readonly winterSunDeg: number | null
  readonly panels: number
  /** Panels the weight allows; null where no limit was given. */
  readonly panelsByWeight: number | null
  readonly weightKgPerPanel: number
}

/** Height of the sun two hours from noon at midwinter, °. */
export function winterSunDeg(latitudeDeg: number): number {
  const declination = declinationDeg(latitudeDeg >= 0 ? 355 : 172) * DEGREE
  const hourAngle = FREE_OF_SHADE_H * 15 * DEGREE
  const phi = latitudeDeg * DEGREE
  const sine = Math.sin(phi) * Math.sin(declination) + Math.cos(phi) * Math.cos(declination) * Math.cos(hourAngle)
  return Math.max(LOWEST_SUN_DEG, Math.asin(sine) / DEGREE)
}

/** Panels that lie on a plane of known width and height, the better way round; null while its size is not known. */
export function areaFit(
  site: Pick<Site, 'kind' | 'latitudeDeg'>,
  plane: Plane,
  tiltDeg: number,
  panel: Panel,
  fit: Option['array']['fit'],
): AreaFit | null {
  const ways = fit.portrait === null ? [true, false] : [fit.portrait]
  const fits = ways.map((portrait) => fitOneWay(site, plane, tiltDeg, panel, fit, portrait))
  return fits.reduce((best, each) => (best && each && each.panels <= best.panels ? best : (each ?? best)), null)
}

function fitOneWay(
  site: Pick<Site, 'kind' | 'latitudeDeg'>,
  plane: Plane,
  tiltDeg: number,
  panel: Panel,
  fit: Option['array']['fit'],
  portrait: boolean,
): AreaFit | null {
  const { widthM, heightM } = plane
  if (widthM === null || heightM === null) return null
  const gapM = (fit.gapMm ?? keptFreeMm(site).gap) / 1000
  const edgeM = (fit.edgeMm ?? keptFreeMm(site).edge) / 1000
  const panelWidthM = (portrait ? panel.widthMm : panel.lengthMm) / 1000
  const longM = (portrait ? panel.lengthMm : panel.widthMm) / 1000
  const inRows = plane.mount === 'rows'
  const tilt = tiltDeg * DEGREE
  const sunDeg = inRows ? winterSunDeg(site.latitudeDeg ?? 45) : null
  const panelHeightM = inRows ? longM * Math.cos(tilt) : longM
  const pitchM =
    panelHeightM + (sunDeg === null ? gapM : Math.max(gapM, (longM * Math.sin(tilt)) / Math.tan(sunDeg * DEGREE)))
  const rows: FitRow[] = []
  for (let bottomM = edgeM; bottomM + panelHeightM <= heightM - edgeM + 1e-9; bottomM += pitchM) {
    // The narrower end of the row decides: on a gable the upper one.
    const across = Math.min(
      widthAt(plane, widthM, heightM, bottomM),
      widthAt(plane, widthM, heightM, bottomM + panelHeightM),
    )
    const panels = Math.max(0, Math.floor((across - 2 * edgeM + gapM) / (panelWidthM + gapM) + 1e-9))
    if (panels > 0) rows.push({ bottomM, heightM: panelHeightM, widthM: across, panels })
  }
  const weightKgPerPanel = mountedKg(panel, surfaceOf(site, plane))
  return {
    plane,
    portrait,
    panelWidthM,
    panelHeightM,
    gapM,
    rows,
    pitchM: inRows ? pitchM : null,
    winterSunDeg: sunDeg,
    panels: rows.reduce((sum, row) => sum + row.panels, 0),
    panelsByWeight: plane.mostWeightKg === null ? null : Math.floor(plane.mostWeightKg / weightKgPerPanel + 1e-9),
    weightKgPerPanel,
  }
}

/** From the left end of the plane's lower edge to each panel of a row, m: clamped side by side, the row in the middle. */
export function acrossRow({ plane, panelWidthM, gapM }: AreaFit, { widthM, panels }: FitRow): number[] {
  const clampedM = panels * panelWidthM + (panels - 1) * gapM
  const leftM = ((plane.widthM ?? widthM) - clampedM) / 2
  return Array.from({ length: panels }, (_, i) => leftM + i * (panelWidthM + gapM))
}

/** Width of the plane at a height above its lower edge, m. */
function widthAt({ shape, topWidthM }: Plane, widthM: number, heightM: number, atM: number): number {
  if (shape === 'rectangle') return widthM
  const topM = shape === 'triangle' ? 0 : (topWidthM ?? widthM)
  return widthM + (topM - widthM) * Math.min(1, Math.max(0, atM / heightM))
}
