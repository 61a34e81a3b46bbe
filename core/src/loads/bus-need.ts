import { DEFAULTS } from '../job/defaults.ts'
import { defineLink, type Link } from '../working/link.ts'
import { type Known, known } from '../working/working.ts'
import type { Demand } from './demand.ts'
import type { LoadsResult } from './link.ts'

/** What the loads ask of the bank and the array, at the bus. */
export interface BusNeed {
  /** Of the average day of the week in the heaviest month. */
  readonly averageWh: Known
  readonly byMonthWh: Known<number[]>
  /** As listed, without any loss: what the plain school sizes with. */
  readonly listedWh: Known
  /** As listed, AC through the inverter: what the stepwise school sizes with. */
  readonly steppedWh: Known
  /** Where weekdays and weekend differ. */
  readonly weekWh: LoadsResult['weekBusWh']
}

const nothing = known(0, 'computed', 'no loads yet')
const NO_NEED: BusNeed = {
  averageWh: nothing,
  byMonthWh: known(Array<number>(12).fill(0), 'computed', 'no loads yet'),
  listedWh: nothing,
  steppedWh: nothing,
  weekWh: null,
}

export interface Upstream {
  readonly demand: Demand
  readonly loads: LoadsResult
  readonly inverter: { readonly efficiency: Known | null }
}

/** The loads as the schools of sizing count them. */
export const busNeedLink: Link<Upstream, BusNeed> = defineLink(
  'loads',
  (_bench, { demand, loads, inverter }) => ({ demand, loads, efficiency: inverter.efficiency }),
  ({ demand, loads, efficiency }): BusNeed => {
    if (!loads.rows.some((row) => row.counted && row.dailyEnergyWh) && loads.heating === null) return NO_NEED
    const [acWh, dcWh] = [demand.acDailyEnergyWh.value, demand.dcDailyEnergyWh.value]
    return {
      averageWh: loads.busDailyEnergyWh,
      byMonthWh: loads.busByMonthWh,
      listedWh: known(acWh + dcWh, 'computed', 'loads as listed, no losses'),
      steppedWh: known(
        acWh / (efficiency?.value ?? DEFAULTS.inverterEfficiency.value) + dcWh,
        'computed',
        'loads as listed, AC through the inverter',
      ),
      weekWh: loads.weekBusWh,
    }
  },
)
