import { bare, type Design, LINKS } from '@yard-lamp/core'

/** Lists of everything that could have been chosen: of use on screen, too long for a script. */
const LEFT_OUT = new Set(['candidates', 'layouts', 'needs', 'text'])

/** Figures of a design as plain numbers, by link; systems of their own beside it by their ids, where there are any. */
export function bareDesign(result: Design): Record<string, unknown> {
  const { beside } = result
  const others = beside.map(({ id, name, design }) => [id, { name, ...linksOf(design) }] as const)
  return { ...linksOf(result), ...(beside.length > 0 && { beside: Object.fromEntries(others) }) }
}

function linksOf(result: Design): Record<string, unknown> {
  return Object.fromEntries(
    LINKS.map((link) => [
      link,
      Object.fromEntries(
        Object.entries(result[link])
          .filter(([key]) => !LEFT_OUT.has(key))
          .map(([key, value]) => [key, bare(value)]),
      ),
    ]),
  )
}
