import type { Demand } from '../loads/demand.ts'
import { DARK_SUN_HOURS, type SiteResult } from '../site/link.ts'
import { defineLink, type Link } from '../working/link.ts'
import { assumed, type Known, known } from '../working/working.ts'
import { requiredPower } from './methods.ts'

/** Share of the panels' rating that reaches the loads, before losses are known. Source: common practice, one factor. */
const SINGLE_LOSS_FACTOR = 0.75

export interface Upstream {
  readonly site: Pick<SiteResult, 'sunHours' | 'leastSunMonth'>
  readonly demand: Demand
}

export interface PowerAhead {
  readonly arrayPowerW: Known | null
}

/** Array power the listed loads ask for, W, before equipment is known: the system voltage rests on it. Null without sun or loads. */
export const powerAheadLink: Link<Upstream, PowerAhead> = defineLink(
  'battery',
  (_bench, { site, demand }) => ({ sunHours: site.sunHours, leastSunMonth: site.leastSunMonth, demand }),
  ({ sunHours, leastSunMonth, demand }, working): PowerAhead => {
    const leastSunHours = leastSunMonth === null ? null : (sunHours?.value[leastSunMonth - 1] ?? null)
    const listedWh = demand.acDailyEnergyWh.value + demand.dcDailyEnergyWh.value
    if (leastSunHours === null || leastSunHours < DARK_SUN_HOURS || listedWh <= 0) return { arrayPowerW: null }
    const { arrayPowerW } = working.apply(requiredPower, {
      busDailyEnergyWh: known(listedWh, 'computed', 'loads as listed'),
      peakSunHours: known(leastSunHours, 'computed', 'month with the least sun'),
      systemEfficiency: assumed(SINGLE_LOSS_FACTOR, 'one factor for all losses'),
    })
    return { arrayPowerW }
  },
)
