import type { Design } from '@yard-lamp/core'
import { type Diagram, diagramOf } from '@yard-lamp/core/diagram'
import { useMemo } from 'react'

/** The one-line drawing of a design, drawn again where its plant or its circuits are others. */
export function useDiagram({ plant, wiring, write, option }: Design, unfolded: ReadonlySet<string>): Diagram {
  const { further } = option.controller
  return useMemo(
    () =>
      diagramOf({
        plant,
        wiring,
        write,
        unfolded,
        arrayNames: new Map([
          ...further.map(({ id, name }) => [id, name] as const),
          ['ac-coupled', 'AC side'] as const,
        ]),
      }),
    [plant, wiring, write, unfolded, further],
  )
}
