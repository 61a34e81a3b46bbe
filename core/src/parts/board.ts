import type { Material } from '../catalogue/schema.ts'
import type { Designations } from '../diagram/designations.ts'
import { hangingOn } from '../diagram/wall/pieces.ts'
import type { Site } from '../job/schema.ts'
import type { Plant } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import { isMobile } from '../rules/shared.ts'
import type { Bond } from '../wiring/bonds.ts'
import { type Circuit, isInBoard } from '../wiring/circuits.ts'
import type { Fitted } from '../wiring/fittings.ts'
import { type MaterialNeed, materialFor, need } from './needs.ts'

/** What the wall is made of: the board it hangs on, enclosures, the bar of earth and its rod, labels. */

/** A module of an enclosure, mm. Source: EN 60715, DIN 43880. */
const MODULE_MM = 18
/** Modules of a breaker or a surge protector of which nothing is known. */
const USUAL_MODULES = 2
/** Room left in an enclosure, and on the board about what hangs there. Assumptions of Yard Lamp. */
const SPARE_MODULES = 1.2
const BOARD_OVER_PIECES = 1.3
/** Cautions a system carries beside those its rules name: battery, array, order of switching, emergency. */
const CAUTION_LABELS = 4

export interface BoardBrief {
  readonly site: Pick<Site, 'kind'>
  readonly plant: Plant
  readonly circuits: readonly Circuit[]
  readonly bonds: readonly Bond[]
  readonly fitted: readonly Fitted[]
  readonly names: Designations
  readonly rules: RuleSet
  readonly materials: readonly Material[]
  readonly whose: string
}

export function boardNeeds(brief: BoardBrief): MaterialNeed[] {
  if (brief.circuits.length === 0) return []
  return [...enclosures(brief), ...backing(brief), ...earthParts(brief), ...labels(brief)]
}

const put = (
  role: MaterialNeed['role'],
  use: string,
  quantity: number,
  how: string,
  more: Partial<Pick<MaterialNeed, 'size' | 'ways'>> = {},
): MaterialNeed => need({ role, place: 'converter wall', group: 'board', source: { use, quantity, how }, ...more })

/** Modules of what is clipped to a rail outside a board: breakers, holders, surge protectors. */
function modulesOf({ circuits, fitted }: BoardBrief): number {
  const devices = circuits.reduce((sum, { device, kind, count, deviceEnds }) => {
    // String fuses stand in the combiner, those of a board in it; what bolts to studs hangs by itself.
    if (!device?.item || isInBoard(kind) || kind === 'string' || (device.item.studMm ?? 0) > 0) return sum
    if (device.item.type === 'battery-fuse') return sum
    const { outerWidthMm } = device.item
    const each = outerWidthMm === null ? USUAL_MODULES : Math.ceil(outerWidthMm / MODULE_MM - 1e-9)
    return sum + each * count * deviceEnds
  }, 0)
  const surges = fitted.reduce((sum, { role, quantity }) => sum + (role === 'surge' ? quantity * USUAL_MODULES : 0), 0)
  return devices + surges
}

/** The largest as often as they fill, then the smallest that holds the rest. */
function enclosures(brief: BoardBrief): MaterialNeed[] {
  const modules = modulesOf(brief)
  if (modules === 0) return []
  const wanted = Math.ceil(modules * SPARE_MODULES)
  const largest = brief.materials.reduce(
    (most, { role, ways }) => (role === 'enclosure' ? Math.max(most, ways ?? 0) : most),
    0,
  )
  const how = `${modules} modules of breakers, holders and surge protectors, a fifth to spare`
  const use = `${brief.whose}breakers and holders`
  const whole = largest > 0 ? Math.floor(wanted / largest) : 0
  const rest = wanted - whole * largest
  return [
    put('enclosure', use, whole, how, { ways: largest }),
    put('enclosure', use, rest > 0 ? 1 : 0, how, { ways: rest }),
  ]
}

function backing(brief: BoardBrief): MaterialNeed[] {
  const { pieces, areaM2 } = hangingOn({
    plant: brief.plant,
    wiring: { circuits: brief.circuits, fittings: brief.fitted },
  })
  const eachM2 = materialFor(brief.materials, {
    role: 'backing',
    size: backingSize(brief.site),
    studMm: null,
    ways: 0,
  })?.areaM2
  const boards = areaM2 > 0 ? Math.max(1, Math.ceil((areaM2 * BOARD_OVER_PIECES) / (eachM2 ?? 1) - 1e-9)) : 0
  const how = `${pieces} pieces with what stays free about them, a third over`
  return [
    put('backing', `${brief.whose}what everything hangs on: it does not burn`, boards, how, {
      size: backingSize(brief.site),
    }),
  ]
}

/** Cement boards are heavy: what moves gets lighter ones. */
const backingSize = (site: Pick<Site, 'kind'>): string => (isMobile(site) ? 'light' : 'heavy')

function earthParts({ site, plant, bonds, circuits, whose }: BoardBrief): MaterialNeed[] {
  const landed = bonds.reduce(
    (sum, { leftOut, count, what }) => sum + (leftOut ? 0 : what === 'neutral' ? 1 : count),
    0,
  )
  const ac = circuits.reduce((sum, { ac: isAc, count, kind }) => sum + (isAc && !isInBoard(kind) ? count : 0), 0)
  const has = (role: string) => plant.units.some((unit) => unit.role === role)
  const rod = has('electrode') && !isMobile(site) ? 1 : 0
  return [
    put(
      'earth-bar',
      `${whose}earth bar`,
      has('earth-bar') && landed > 0 ? 1 : 0,
      `${landed + ac} conductors end in it`,
      {
        ways: landed + ac,
      },
    ),
    put('earth-rod', `${whose}earth electrode`, rod, 'one; more where the resistance measured is too high'),
    put('rod-clamp', `${whose}earth electrode`, rod, ''),
  ]
}

function labels({ circuits, names, rules, materials, whose }: BoardBrief): MaterialNeed[] {
  const ends = circuits.reduce((sum, { cable, count }) => sum + (cable ? 2 * count : 0), 0)
  const parts = names.devices.size + names.units.size
  const said = rules.labels.length + CAUTION_LABELS
  const eachSheet = materialFor(materials, { role: 'label-sheet', size: '', studMm: null, ways: 0 })?.ways ?? 24
  const quantity = Math.ceil((ends + parts + said) / eachSheet)
  return [
    put(
      'label-sheet',
      `${whose}labels`,
      quantity,
      `${ends} ends of cables, ${parts} parts, ${said} cautions; ${eachSheet} on a sheet`,
    ),
  ]
}
