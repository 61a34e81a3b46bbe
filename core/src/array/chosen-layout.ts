import type { Panel } from '../catalogue/schema.ts'
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

const sameLayout = (a: ChosenLayout, b: ChosenLayout): boolean =>
  a.panel === b.panel &&
  a.controller === b.controller &&
  a.controllers === b.controllers &&
  a.panelsPerString === b.panelsPerString &&
  a.stringsPerController === b.stringsPerController &&
  a.stringsPerInput === b.stringsPerInput &&
  a.panels === b.panels &&
  a.arrayPowerW === b.arrayPowerW &&
  a.fits === b.fits &&
  a.short === b.short &&
  a.stringsByPlane.length === b.stringsByPlane.length &&
  a.stringsByPlane.every((strings, i) => strings === b.stringsByPlane[i])
