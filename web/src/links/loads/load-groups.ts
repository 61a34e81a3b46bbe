import type { Load } from '@yard-lamp/core'

/** How the loads may be listed. */
export const GROUPINGS = {
  none: 'as listed',
  group: 'by room or use',
  priority: 'by priority',
  basis: 'by basis',
} as const
export type Grouping = keyof typeof GROUPINGS

export interface ShownGroup {
  readonly name: string
  readonly loads: readonly Load[]
}

const PRIORITY_TITLE = { critical: 'Critical', ordinary: 'Ordinary', 'can-wait': 'Can wait for sun' } as const

/** The loads in the groups they are listed in. */
export function grouped(loads: readonly Load[], grouping: Grouping): ShownGroup[] {
  if (grouping === 'none') return [{ name: '', loads }]
  const nameOf = (load: Load) =>
    grouping === 'group'
      ? load.group || 'No room'
      : grouping === 'priority'
        ? PRIORITY_TITLE[load.priority]
        : load.basis
  const groups = new Map<string, Load[]>()
  for (const load of loads) groups.set(nameOf(load), [...(groups.get(nameOf(load)) ?? []), load])
  return [...groups].map(([name, list]) => ({ name, loads: list }))
}
