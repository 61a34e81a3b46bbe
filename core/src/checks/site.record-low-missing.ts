import { COLDEST_ASSUMED_C } from '../array/layout.ts'
import { defineCheck } from './check.ts'

export const siteRecordLowMissing = defineCheck({
  id: 'site.record-low-missing',
  link: 'site',
  severity: 'fault',
  fires: 'strings chosen without a record low',
  find(_job, { site, array }) {
    if (!array.layout || site.recordLowC) return []
    return [
      {
        message: `Strings are laid out without a record low; ${COLDEST_ASSUMED_C} °C stands in, so that no cold morning can pass the controller’s limit.`,
        remedy: 'Enter the record low of the place.',
        place: 'site.recordLowC',
      },
    ]
  },
})
