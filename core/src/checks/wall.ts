import type { Design } from '../chain/design.ts'
import { type Crowded, wallOf } from '../diagram/wall/wall.ts'
import { hangBack } from '../edit/offers.ts'
import type { Found } from './check.ts'

const walls = new WeakMap<Design, readonly Crowded[]>()

/** What hangs where it must not; nothing does while nobody moved a piece. */
function crowdedOf(design: Design): readonly Crowded[] {
  const { option, plant, wiring, write, battery } = design
  if (Object.keys(option.wiring.wall).length === 0) return []
  const before = walls.get(design)
  if (before) return before
  const made = wallOf({ plant, wiring, write, series: battery.bank?.series.value ?? 1, by: option.wiring.wall })
  walls.set(design, made.crowded)
  return made.crowded
}

/** One finding for each piece that a person moved and that hangs badly: its first neighbour, and how many more. */
export function foundOnWall(design: Design, isOverGas: boolean, remedy: string): Found[] {
  const moved = design.option.wiring.wall
  const byPiece = new Map<string, Crowded[]>()
  for (const each of crowdedOf(design)) {
    if (each.isOverGas !== isOverGas) continue
    const pieceId = each.pieceIds.find((id) => Object.hasOwn(moved, id))
    if (pieceId) byPiece.set(pieceId, [...(byPiece.get(pieceId) ?? []), each])
  }
  return [...byPiece].map(([pieceId, [first, ...more]]) => ({
    message: `On the wall: ${first?.message ?? ''}${more.length > 0 ? `, and ${more.length} more like it` : ''}.`,
    remedy,
    place: `wiring.wall.${pieceId}`,
    changes: [hangBack('Hang it where the design would', pieceId)],
  }))
}
