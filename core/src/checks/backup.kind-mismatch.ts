import { type CatalogueItem, itemName } from '../catalogue/schema.ts'
import { setOption } from '../edit/offers.ts'
import { defineCheck, type Found } from './check.ts'

export const backupKindMismatch = defineCheck({
  id: 'backup.kind-mismatch',
  link: 'backup',
  severity: 'fault',
  fires:
    'a charger used from a source it is not made for: an alternator charger on mains, or a mains charger on an engine',
  find(_job, { option, backup: { charge, alternator } }) {
    const found: Found[] = []
    if (charge && isFedBy(charge.item, 'alternator'))
      found.push({
        message: `${itemName(charge.item)} is made for an alternator’s direct current; generator and mains give alternating current.`,
        remedy: 'A charger for mains.',
        place: 'backup.chargerId',
        changes: [
          setOption('Let the design choose the charger', {
            part: 'backup',
            patch: { chargerId: null, chargers: null },
          }),
        ],
      })
    if (alternator?.charger && option.backup.alternator && isFedBy(alternator.charger, 'mains'))
      found.push({
        message: `${itemName(alternator.charger)} is made for mains; an engine gives direct current.`,
        remedy: 'A charger for an alternator.',
        place: 'backup.alternator.chargerId',
        changes: [
          setOption('Let the design choose the charger', {
            part: 'backup',
            patch: { alternator: { ...option.backup.alternator, chargerId: null } },
          }),
        ],
      })
    return found
  },
})

const isFedBy = (item: CatalogueItem, source: 'mains' | 'alternator'): boolean =>
  item.kind === 'charger' && item.source === source
