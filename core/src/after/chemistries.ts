import type { BatteryCandidate } from '../battery/candidates.ts'
import { cost } from '../battery/methods.ts'
import type { Design } from '../chain/design.ts'
import { DEFAULTS } from '../job/defaults.ts'
import { CHEMISTRY_NAMES, type Chemistry, chemistryRow } from '../tables/chemistries.ts'

/** Days of a year, one cycle each. */
const CYCLES_PER_YEAR = 365.25

/** One chemistry for this job, on equal terms: the cheapest bank of its units that does it. */
export interface ComparedChemistry {
  readonly chemistry: Chemistry
  readonly inUse: boolean
  /** The cheapest that fits, or the nearest one with what keeps it from fitting; null where the catalogue has none. */
  readonly bank: BatteryCandidate | null
  readonly units: number
  readonly maxChargeA: number
  readonly maxDischargeA: number
  readonly dailyDepth: number
  readonly priceFactor: number
  /** What the person pays, after subsidy or tax. */
  readonly price: number
  readonly sets: number
  readonly pricePerCycle: number
  /** Of a kWh delivered over the horizon. */
  readonly pricePerKwh: number
  readonly chargeMinC: number
  readonly chargeMaxC: number
  readonly upkeep: string
}

/** All chemistries, compared for this job. */
export function compareChemistries({ job, battery, loads }: Design): ComparedChemistry[] {
  const horizonYears = job.horizonYears ?? DEFAULTS.horizonYears.value
  return CHEMISTRY_NAMES.map((chemistry) => {
    const row = chemistryRow(chemistry)
    const own = battery.item?.chemistry === chemistry
    const suited = battery.candidates.filter(({ item }) => item.chemistry === chemistry)
    const bank =
      (own ? suited.find(({ item }) => item.id === battery.item?.id) : undefined) ??
      suited.find(({ fits, bareCells }) => fits && !bareCells) ??
      suited[0] ??
      null
    const priceFactor = job.batteryPriceFactors[chemistry] ?? 1
    const price = (bank?.price ?? 0) * priceFactor
    const dailyDepth = bank ? Math.min(1, loads.busDailyEnergyWh.value / bank.energyWh) : 0
    const costs =
      bank && dailyDepth > 0
        ? cost.compute({
            bankPrice: price,
            bankEnergyWh: bank.energyWh,
            depthOfDischarge: dailyDepth,
            cycles: bank.years * CYCLES_PER_YEAR,
            horizonCycles: horizonYears * CYCLES_PER_YEAR,
          })
        : { sets: 0, costPerCycle: 0, costPerKwh: 0 }
    return {
      chemistry,
      inUse: own,
      bank,
      units: bank ? bank.series * bank.parallel : 0,
      maxChargeA: bank ? bank.parallel * bank.item.maxChargeA : 0,
      maxDischargeA: bank ? bank.parallel * bank.item.maxDischargeA : 0,
      dailyDepth,
      priceFactor,
      price,
      sets: costs.sets,
      pricePerCycle: costs.costPerCycle,
      pricePerKwh: costs.costPerKwh,
      chargeMinC: bank?.item.chargeMinC ?? row.chargeMinC,
      chargeMaxC: bank?.item.chargeMaxC ?? row.chargeMaxC,
      upkeep: row.upkeep,
    }
  })
}

/** A bank of some strings of the chosen unit against what is needed: −0.11 is eleven per cent short. */
export interface Alternative {
  readonly parallel: number
  readonly units: number
  readonly overFraction: number
  readonly carriesDays: number
  readonly chosen: boolean
}

/** The chosen unit with one string fewer, as chosen, and one more. */
export function alternatives({ battery: { bank, item, requiredNominalWh } }: Design): Alternative[] {
  if (!bank || !item || !requiredNominalWh) return []
  const chosen = bank.parallel.value
  return [chosen - 1, chosen, chosen + 1]
    .filter((parallel) => parallel >= 1)
    .map((parallel) => ({
      parallel,
      units: parallel * bank.series.value,
      overFraction: (bank.energyWh.value * parallel) / chosen / requiredNominalWh.value - 1,
      carriesDays: (bank.carriesDays.value * parallel) / chosen,
      chosen: parallel === chosen,
    }))
}
