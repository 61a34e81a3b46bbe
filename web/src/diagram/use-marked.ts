import { type Design, findings, SEVERITIES } from '@yard-lamp/core'
import type { Marked } from '@yard-lamp/paper/drawings'
import { useMemo } from 'react'

/** What was found at each part of the drawing, the gravest first: by the place it is mended at, or by the link of a unit. */
export function useMarked(design: Design): Marked {
  return useMemo(() => {
    const open = findings(design).filter(({ accepted }) => accepted === null)
    const marked = new Map<string, { severity: (typeof SEVERITIES)[number]; message: string }>()
    const put = (key: string, { severity, message }: (typeof open)[number]) => {
      const known = marked.get(key)
      if (!known || SEVERITIES.indexOf(severity) < SEVERITIES.indexOf(known.severity))
        marked.set(key, { severity, message })
    }
    for (const finding of open) {
      const [link = '', first = '', ...rest] = finding.place.split('.')
      if (link === 'wiring' && first === 'bonds') put(rest.slice(0, -1).join('.'), finding)
      else if (link === 'wiring' && first === 'fittings') put(rest.join('.'), finding)
      else if (link === 'wiring') put(first, finding)
      else for (const unit of design.plant.units) if (unit.link === link && unit.role !== 'loads') put(unit.id, finding)
    }
    return marked
  }, [design])
}
