import type { Panel } from '../catalogue/schema.ts'
import { sameBy } from '../working/same.ts'
import { type Known, sameKnown } from '../working/working.ts'
import type { Layout } from './layout.ts'

/** The layout that was chosen: its price only ranked it among others. */
export type ChosenLayout = Omit<Layout, 'price'>

interface Kept {
  readonly layout: ChosenLayout
  readonly controllerArrayPowerW: Known
}

const kept = new WeakMap<Panel, Kept[]>()
/** Those of the options and trials between two edits. */
const MOST_KEPT = 8

/**
 * A chosen layout with the power on each controller; the very objects of before where they say the same, so that what is
 * strung, built and wired by them is taken again though a cable or a loss was edited.
 */
export function asChosen({ price, ...layout }: Layout, controllerArrayPowerW: Known): Kept {
  const before = kept.get(layout.panel) ?? []
  kept.set(layout.panel, before)
  const same = before.find(
    (each) => sameLayout(each.layout, layout) && sameKnown(each.controllerArrayPowerW, controllerArrayPowerW),
  )
  if (same) return same
  const made = { layout, controllerArrayPowerW }
  before.unshift(made)
  before.length = Math.min(before.length, MOST_KEPT)
  return made
}

const sameLayout = sameBy<ChosenLayout>({
  controller: Object.is,
  controllers: Object.is,
  panelsPerString: Object.is,
  stringsPerController: Object.is,
  stringsByPlane: (a, b) => a.length === b.length && a.every((strings, i) => strings === b[i]),
  stringsPerInput: Object.is,
  panels: Object.is,
  arrayPowerW: Object.is,
  panel: Object.is,
  fits: Object.is,
  short: Object.is,
})
