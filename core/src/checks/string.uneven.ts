import { itemName } from '../catalogue/schema.ts'
import { keptCount } from '../existing/existing.ts'
import { defineCheck, type Found } from './check.ts'

export const stringUneven = defineCheck({
  id: 'string.uneven',
  link: 'controller',
  severity: 'fault',
  fires: 'strings of unequal length or unlike panels in parallel on one input',
  find(job, { option, array: { layout, shelf }, controller: { item } }) {
    if (!layout || !item) return []
    return shelf.flatMap((panel): Found[] => {
      const kept = panel.id === layout.panel.id ? 0 : keptCount(job, panel.id)
      if (kept === 0 || option.controller.further.some(({ panelId }) => panelId === panel.id)) return []
      return [
        {
          message: `${kept} × ${itemName(panel)} are kept and are unlike ${itemName(layout.panel)}: in parallel on one input the weaker string drags the other, in series the smaller current counts.`,
          remedy: 'Give them a controller of their own, build the array of them, or take them out.',
          place: 'controller.further',
          changes: [
            {
              label: 'A controller of their own',
              part: 'controller',
              patch: {
                further: [
                  ...option.controller.further,
                  {
                    id: `kept-${panel.id}`.slice(0, 64),
                    name: `Kept ${panel.model}`,
                    panelId: panel.id,
                    controllerId: item.id,
                    quantity: 1,
                    panelsPerString: 1,
                    stringsPerController: kept,
                    planeId: null,
                  },
                ],
              },
            },
          ],
        },
      ]
    })
  },
})
