import { itemName, type Panel } from '../catalogue/schema.ts'
import type { FurtherArrayChoice } from '../edit/edit.ts'
import { keptCount } from '../job/existing.ts'
import { defineCheck, type Found } from './check.ts'

export const stringUneven = defineCheck({
  id: 'string.uneven',
  link: 'controller',
  severity: 'fault',
  fires: 'strings of unequal length or unlike panels in parallel on one input',
  find(job, { option, array: { layout }, controller: { item }, catalogue }) {
    if (!layout || !item) return []
    return catalogue.panels.flatMap((panel): Found[] => {
      // Those of an array of their own lie there alone.
      const apart = option.controller.further
        .filter(({ panelId }) => panelId === panel.id)
        .reduce((sum, each) => sum + each.quantity * each.stringsPerController * each.panelsPerString, 0)
      const kept = panel.id === layout.panel.id ? 0 : keptCount(job.existing, panel.id) - apart
      if (kept <= 0) return []
      return [
        {
          message: `${kept} × ${itemName(panel)} are kept and are unlike ${itemName(layout.panel)}: in parallel on one input the weaker string drags the other, in series the smaller current counts.`,
          remedy: 'Give them a controller of their own, build the array of them, or take them out.',
          place: 'controller.further',
          changes: [
            {
              label: 'A controller of their own',
              edits: [{ act: 'add-array', array: ownArray(panel, kept, item.id) }],
            },
          ],
        },
      ]
    })
  },
})

/** Kept panels as an array on a controller like the main one, each panel a string. */
const ownArray = (panel: Panel, kept: number, controllerId: string): FurtherArrayChoice => ({
  id: `kept-${panel.id}`.slice(0, 64),
  name: `Kept ${panel.model}`,
  panelId: panel.id,
  controllerId,
  quantity: 1,
  panelsPerString: 1,
  stringsPerController: kept,
  planeId: null,
  setA: null,
})
