import { bondFault } from '../after/bond.ts'
import { setOption } from '../edit/offers.ts'
import { defineCheck } from './check.ts'

export const backupBond = defineCheck({
  id: 'backup.bond',
  link: 'backup',
  severity: 'danger',
  fires: 'two neutral-to-earth bonds with the generator or shore lead connected, or none',
  find(_job, design) {
    const fault = bondFault(design)
    if (fault === null) return []
    return [
      {
        severity: fault.open ? 'fault' : 'danger',
        message: fault.message,
        remedy:
          'Exactly one bond between neutral and earth at any moment; a licensed electrician confirms how it is made.',
        place: 'backup.bond',
        changes: fault.suits
          ? [setOption(fault.suits.label, { part: 'backup', patch: { bond: fault.suits.bond } })]
          : [],
      },
    ]
  },
})
