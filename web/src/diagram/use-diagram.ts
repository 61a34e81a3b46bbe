import type { Design } from '@yard-lamp/core'
import type { Diagram } from '@yard-lamp/core/diagram'
import { oneLineOf } from '@yard-lamp/paper/drawings'
import { useMemo } from 'react'

/** The one-line drawing of a design, drawn again where its plant or its circuits are others. */
export function useDiagram({ plant, wiring, write, option }: Design, unfolded: ReadonlySet<string>): Diagram {
  return useMemo(() => oneLineOf({ plant, wiring, write, option }, unfolded), [plant, wiring, write, option, unfolded])
}
