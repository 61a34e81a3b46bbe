import { DEFAULTS } from '../job/defaults.ts'
import { defineCheck } from './check.ts'

export const siteRecordLowMissing = defineCheck({
  id: 'site.record-low-missing',
  link: 'site',
  severity: 'fault',
  fires: 'strings chosen without a record low',
  find(_job, { site, array, write }) {
    if (!array.layout || site.recordLowC) return []
    return [
      {
        message: `Strings are laid out without a record low; ${write.quantity(DEFAULTS.stringColdestC.value, '°C')} stands in, so that no cold morning can pass the controller’s limit.`,
        remedy: 'Enter the record low of the place.',
        place: 'site.recordLowC',
      },
    ]
  },
})
