import { type Battery, itemName } from '../catalogue/schema.ts'
import { setOption } from '../edit/offers.ts'
import { formatPercent } from '../units/format.ts'
import { defineCheck } from './check.ts'

/** Deepest a lead-acid bank is planned with; tubular plates bear a little more. Source: common practice. */
const DEEPEST_LEAD_ACID = 0.6
const DEEPEST_TUBULAR = 0.7

/** Deepest use a sheet plans for: of lead-acid by its plates, of the others as far as its life curve goes. */
const deepestOf = ({ chemistry, cycleLife }: Battery): number =>
  chemistry === 'tubular lead-acid'
    ? DEEPEST_TUBULAR
    : chemistry.endsWith('lead-acid')
      ? DEEPEST_LEAD_ACID
      : Math.max(...cycleLife.map(({ depth }) => depth))

export const batteryDepthDeep = defineCheck({
  id: 'battery.depth-deep',
  link: 'battery',
  severity: 'fault',
  fires:
    'planned depth beyond what the sheet plans for: lead-acid over 60 %, tubular over 70 %, others beyond their life curve',
  find(_job, { battery: { item, depthOfDischarge } }) {
    if (!item) return []
    const most = deepestOf(item)
    if (depthOfDischarge.value <= most + 1e-9) return []
    return [
      {
        message: `${itemName(item)} is planned to be used to ${formatPercent(depthOfDischarge.value, 0)} of its capacity; beyond ${formatPercent(most, 0)} it wears out early and may not come back.`,
        remedy: `Plan with ${formatPercent(Math.min(most, item.planningDepth), 0)}, as its sheet does.`,
        place: 'battery.depthOfDischarge',
        changes: [setOption('As its sheet plans', { part: 'battery', patch: { depthOfDischarge: null } })],
      },
    ]
  },
})
