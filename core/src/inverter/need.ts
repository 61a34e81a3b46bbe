import { DEFAULTS } from '../job/defaults.ts'
import type { Demand } from '../loads/demand.ts'
import type { SiteResult } from '../site/link.ts'
import { defineLink, type Link } from '../working/link.ts'
import { assumedOf, entered, enteredOr, type Known, known } from '../working/working.ts'
import { inverterRequired, thinAir } from './methods.ts'

/** Height up to which sheets hold, m. Source: common sheets. */
const SHEETS_HOLD_TO_M = 1000

/** What the inverter must be rated for; needed before the system voltage is known. */
export interface InverterNeed {
  readonly requiredW: Known
  readonly requiredVA: Known
  readonly requiredSurgeW: Known
  /** Rating left in the heat and in thin air. */
  readonly heatFactor: Known
}

export interface Upstream {
  readonly site: Pick<SiteResult, 'batteryRoomHighC'>
  readonly demand: Demand
}

export const inverterNeedLink: Link<Upstream, InverterNeed> = defineLink(
  'inverter',
  ({ job, option }, { site, demand }) => ({
    altitudeM: job.site.altitudeM ?? DEFAULTS.altitudeM.value,
    headroom: option.inverter.headroom,
    ambientC: site.batteryRoomHighC,
    demand,
  }),
  ({ altitudeM, headroom, ambientC, demand }, working): InverterNeed => {
    const altitudeFactor =
      altitudeM > SHEETS_HOLD_TO_M
        ? working.apply(thinAir, { altitudeM: entered(altitudeM, 'site') }).altitudeFactor
        : null
    const inThinAir = (figure: Known): Known =>
      altitudeFactor ? known(figure.value / altitudeFactor.value, 'computed', `${figure.from}, in thin air`) : figure
    const common = {
      surgeW: demand.surgeW,
      headroom: enteredOr(headroom, 'inverter', assumedOf(DEFAULTS.inverterHeadroom)),
      ambientC,
    }
    const required = (id: string, name: string, figure: Known) =>
      working.about({ id, name }, () => working.apply(inverterRequired, { continuousW: inThinAir(figure), ...common }))
    const watts = required('watts', 'Watts', demand.continuousW)
    const voltAmperes = required('volt-amperes', 'Volt-amperes', demand.continuousVA)
    return {
      requiredW: watts.ratedW,
      requiredVA: voltAmperes.ratedW,
      requiredSurgeW: watts.surgeW,
      heatFactor: altitudeFactor
        ? known(watts.temperatureFactor.value * altitudeFactor.value, 'computed', 'heat and thin air')
        : watts.temperatureFactor,
    }
  },
)
