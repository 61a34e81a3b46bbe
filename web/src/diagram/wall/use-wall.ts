import type { Design, Option } from '@yard-lamp/core'
import { type Wall, wallOf } from '@yard-lamp/core/diagram'
import { useMemo } from 'react'

/** The wall of a design, with pieces where a person hung them. */
export function useWall(design: Design, by: Option['wiring']['wall'] = design.option.wiring.wall): Wall {
  const { plant, wiring, write, battery } = design
  const series = battery.bank?.series.value ?? 1
  return useMemo(() => wallOf({ plant, wiring, write, series, by }), [plant, wiring, write, series, by])
}
