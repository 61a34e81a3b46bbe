import { DEFAULTS } from '../job/defaults.ts'
import type { Demand } from '../loads/demand.ts'
import type { SiteResult } from '../site/link.ts'
import { defineLink, type Link } from '../working/link.ts'
import { assumedOf, entered, enteredOr, type Known, known, type Working } from '../working/working.ts'
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

/** The same before an inverter is chosen, with what it rests on: each sheet then derates by its own figures. */
export interface NeedAhead extends InverterNeed {
  readonly basis: NeedBasis
}

export interface NeedBasis {
  /** What runs together, as much as it comes to in thin air. */
  readonly continuousW: Known
  readonly continuousVA: Known
  readonly surgeW: Known
  readonly headroom: Known
  readonly ambientC: Known
  /** Rating left in thin air; null where sheets hold. */
  readonly altitudeFactor: Known | null
}

export interface Upstream {
  readonly site: Pick<SiteResult, 'batteryRoomHighC'>
  readonly demand: Demand
}

export const inverterNeedLink: Link<Upstream, NeedAhead> = defineLink(
  'inverter',
  ({ job, option }, { site, demand }) => ({
    altitudeM: job.site.altitudeM ?? DEFAULTS.altitudeM.value,
    headroom: option.inverter.headroom,
    ambientC: site.batteryRoomHighC,
    demand,
  }),
  ({ altitudeM, headroom, ambientC, demand }, working): NeedAhead => {
    const altitudeFactor =
      altitudeM > SHEETS_HOLD_TO_M
        ? working.apply(thinAir, { altitudeM: entered(altitudeM, 'site') }).altitudeFactor
        : null
    const inThinAir = (figure: Known): Known =>
      altitudeFactor ? known(figure.value / altitudeFactor.value, 'computed', `${figure.from}, in thin air`) : figure
    const basis: NeedBasis = {
      continuousW: inThinAir(demand.continuousW),
      continuousVA: inThinAir(demand.continuousVA),
      surgeW: demand.surgeW,
      headroom: enteredOr(headroom, 'inverter', assumedOf(DEFAULTS.inverterHeadroom)),
      ambientC,
      altitudeFactor,
    }
    return { ...needOf(basis, null, working), basis }
  },
)

/** What a sheet says of the heat. */
export interface Derating {
  readonly deratePerC: Known
  readonly derateFromC: Known
}

/** Ratings needed, derated as a sheet says, or while none is chosen as sheets commonly do. */
export function needOf(
  { continuousW, continuousVA, surgeW, headroom, ambientC, altitudeFactor }: NeedBasis,
  derating: Derating | null,
  working: Working,
): InverterNeed {
  const common = { surgeW, headroom, ambientC, ...derating }
  const ahead = derating ? '' : '-ahead'
  const required = (id: string, name: string, figure: Known) =>
    working.about({ id: `${id}${ahead}`, name: derating ? name : `${name}, before an inverter is chosen` }, () =>
      working.apply(inverterRequired, { continuousW: figure, ...common }),
    )
  const watts = required('watts', 'Watts', continuousW)
  const voltAmperes = required('volt-amperes', 'Volt-amperes', continuousVA)
  return {
    requiredW: watts.ratedW,
    requiredVA: voltAmperes.ratedW,
    requiredSurgeW: watts.surgeW,
    heatFactor: altitudeFactor
      ? known(watts.temperatureFactor.value * altitudeFactor.value, 'computed', 'heat and thin air')
      : watts.temperatureFactor,
  }
}
