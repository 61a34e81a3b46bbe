import type { Inverter } from '../catalogue/schema.ts'
import type { Design } from '../chain/design.ts'
import { addHourly, hoursOn } from '../loads/day.ts'
import { monthFactor, runningW } from '../loads/power.ts'

/** An hour of the day at the inverter. */
export interface InverterHour {
  /** Everything that may run in it, W and VA. */
  readonly togetherW: number
  readonly togetherVA: number
  /** On average over the hour, W. */
  readonly averageW: number
  /** Lost in it at that load, idle draw included, W. */
  readonly lossW: number
  readonly efficiency: number
}

export interface InverterDay {
  readonly hours: readonly InverterHour[]
  /** Ratings left in the heat and thin air, all units, W and VA. */
  readonly leftW: number
  readonly leftVA: number
  readonly lossWhPerDay: number
  readonly idleWhPerDay: number
}

/** Efficiency at a part of the power: straight between the points, held at the ends. */
export function efficiencyAt({ efficiency, efficiencyPoints }: Inverter, loadFraction: number): number {
  if (!efficiencyPoints) return efficiency
  const points = [...efficiencyPoints].sort((a, b) => a.loadFraction - b.loadFraction)
  const above = points.findIndex((point) => point.loadFraction >= loadFraction)
  const [low, high] = [points[above - 1], points[above]]
  if (above === 0) return points[0]?.efficiency ?? efficiency
  if (!low || !high) return points.at(-1)?.efficiency ?? efficiency
  const along = (loadFraction - low.loadFraction) / (high.loadFraction - low.loadFraction)
  return low.efficiency + along * (high.efficiency - low.efficiency)
}

/** What runs together hour by hour in the heaviest month, against the rating, with what the inverter itself takes. */
export function inverterDay({ job, inverter, loads }: Design): InverterDay | null {
  const { item, quantity } = inverter
  if (!item) return null
  const ratedW = item.continuousW * quantity
  const { heatFactor } = inverter
  const energyWh = new Map(loads.rows.map(({ id, dailyEnergyWh }) => [id, dailyEnergyWh?.value ?? 0]))
  const watts = Array<number>(24).fill(0)
  const togetherW = Array<number>(24).fill(0)
  const togetherVA = Array<number>(24).fill(0)
  for (const load of job.loads) {
    if (load.supply !== 'ac' || load.stage !== 'now' || load.quantity === 0) continue
    const factor = monthFactor(load, loads.heaviestMonth)
    addHourly(watts, load, (energyWh.get(load.id) ?? 0) * factor, 'average')
    if (factor === 0) continue
    const runW = (runningW(load) ?? 0) * load.quantity
    for (const hour of hoursOn(load, 'average')) {
      togetherW[hour] = (togetherW[hour] ?? 0) + runW
      togetherVA[hour] = (togetherVA[hour] ?? 0) + runW / (load.powerFactor ?? 1)
    }
  }
  const hours = watts.map((averageW, hour): InverterHour => {
    const efficiency = efficiencyAt(item, averageW / ratedW)
    const lossW = averageW * (1 / efficiency - 1) + inverter.idleW.value
    return { togetherW: togetherW[hour] ?? 0, togetherVA: togetherVA[hour] ?? 0, averageW, lossW, efficiency }
  })
  return {
    hours,
    leftW: ratedW * heatFactor.value,
    leftVA: item.continuousVA * quantity * heatFactor.value,
    lossWhPerDay: hours.reduce((sum, { lossW }) => sum + lossW, 0),
    idleWhPerDay: loads.idleEnergyWh.value,
  }
}
