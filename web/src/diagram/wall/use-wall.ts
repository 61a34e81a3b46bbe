import type { Design, Option } from '@yard-lamp/core'
import { type Wall, wallOf } from '@yard-lamp/core/diagram'
import { useDeferredValue, useMemo } from 'react'

/** The wall of a design, with pieces where a person hung them. */
export function useWall(design: Design, by: Option['wiring']['wall'] = design.option.wiring.wall): Wall {
  // A figure that is typed is painted first, and the wall after it; a piece that is moved follows at once.
  const { plant, wiring, write, battery } = useDeferredValue(design)
  const series = battery.bank?.series.value ?? 1
  return useMemo(() => wallOf({ plant, wiring, write, series, by }), [plant, wiring, write, series, by])
}
