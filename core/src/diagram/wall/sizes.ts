import type { CatalogueItem } from '../../catalogue/schema.ts'
import type { Role } from '../../plant/plant.ts'

/** A unit as it hangs or stands, mm, and what stays free about it. */
export interface Size {
  readonly widthMm: number
  readonly heightMm: number
  readonly depthMm: number
  readonly clearanceMm: number
  /** Its sheet says nothing: a guess by its kind and weight. */
  readonly isAssumed: boolean
}

/** Where no sheet is, or it says nothing, by what a unit is there for. Assumptions of Yard Lamp. */
const USUAL: Partial<Record<Role | 'device', readonly [widthMm: number, heightMm: number, depthMm: number]>> = {
  monitor: [70, 70, 35],
  'earth-bar': [180, 40, 40],
  bus: [220, 100, 50],
  'inverter-bus': [220, 100, 50],
  'bank-bars': [220, 100, 50],
  device: [54, 90, 70],
}
/** Of a unit as it hangs, case and air in it, kg/L. Assumptions of Yard Lamp. */
const DENSITY: Partial<Record<CatalogueItem['kind'], number>> = { battery: 1.9, fitting: 0.8 }
const COMMON_DENSITY = 1.05
/** Width to height to depth. */
const SHAPE: Partial<Record<CatalogueItem['kind'], readonly [number, number, number]>> = { battery: [1.5, 1.4, 1] }
const COMMON_SHAPE = [1.1, 1.5, 0.6] as const
/** Kept free about what gives off heat, and about the rest, mm. Assumptions of Yard Lamp. */
const FREE_MM = { warm: 150, rest: 20 }
const WARM: ReadonlySet<CatalogueItem['kind']> = new Set([
  'inverter',
  'all-in-one',
  'controller',
  'charger',
  'array-inverter',
])

/**
 * Size of a unit by its sheet; what the sheet leaves open is guessed from kind and weight, and said to be.
 * @example sizeOf(null, 'monitor') // { widthMm: 70, heightMm: 70, depthMm: 35, clearanceMm: 20, isAssumed: true }
 */
export function sizeOf(item: CatalogueItem | null, role: Role | 'device'): Size {
  const sheet = item && 'outerWidthMm' in item ? item : null
  const freeMm = item && WARM.has(item.kind) ? FREE_MM.warm : FREE_MM.rest
  const clearanceMm = sheet?.clearanceMm ?? freeMm
  if (sheet?.outerWidthMm && sheet.outerHeightMm && sheet.outerDepthMm) {
    const { outerWidthMm: widthMm, outerHeightMm: heightMm, outerDepthMm: depthMm } = sheet
    return { widthMm, heightMm, depthMm, clearanceMm, isAssumed: false }
  }
  const [widthMm, heightMm, depthMm] = USUAL[role] ?? byWeight(item)
  return {
    widthMm: sheet?.outerWidthMm ?? widthMm,
    heightMm: sheet?.outerHeightMm ?? heightMm,
    depthMm: sheet?.outerDepthMm ?? depthMm,
    clearanceMm,
    isAssumed: true,
  }
}

const LEAST_MM = 30

function byWeight(item: CatalogueItem | null): readonly [number, number, number] {
  const [w, h, d] = (item && SHAPE[item.kind]) ?? COMMON_SHAPE
  const litres = Math.max(0.05, item?.weightKg ?? 1) / ((item && DENSITY[item.kind]) ?? COMMON_DENSITY)
  const scale = ((litres * 1e6) / (w * h * d)) ** (1 / 3)
  const rounded = (mm: number) => Math.max(LEAST_MM, Math.round(mm / 10) * 10)
  return [rounded(w * scale), rounded(h * scale), rounded(d * scale)]
}
