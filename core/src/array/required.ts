import { DEFAULTS } from '../job/defaults.ts'
import { DARK_SUN_HOURS } from '../site/link.ts'
import { monthName } from '../units/format.ts'
import { assumed, assumedOf, entered, enteredOr, type Known, known, type Working } from '../working/working.ts'
import type { ArrayBrief } from './brief.ts'
import type { Losses } from './losses.ts'
import { recoveryPower, requiredPower, worstMonth } from './methods.ts'

/** Charge current below which lead-acid is never stirred nor full, share of its capacity. Source: common sheets. */
export const LEAST_LEAD_ACID_RATE_PER_H = 0.05
/** What a controller gives of an array’s power, at least, before one is chosen. Assumption of Yard Lamp. */
const CONTROLLER_EFFICIENCY = 0.95
/** One factor for all losses where the plain school names none. Source: common practice. */
const PLAIN_FACTOR = 0.75

/** Power an array is sized to, and the month that decides it. */
export interface Required {
  readonly powerW: Known
  readonly designMonth: Known
}

/** What the worst month asks: with the losses of the chain, or as the school in force counts its sun and its yield. */
export function requiredOf(
  brief: ArrayBrief,
  losses: Losses,
  sunHours: Known<number[]>,
  mainNeedWh: Known<number[]>,
  bringsFraction: number,
  working: Working,
): Required {
  const { choice, months } = brief
  const backupMonths = entered(
    Array.from({ length: 12 }, (_, m) => m + 1).filter((month) => !months.includes(month)),
    'array',
  )
  const worst = working.apply(worstMonth, {
    busDailyEnergyWh: mainNeedWh,
    peakSunHours: sunHours,
    systemEfficiency: losses.efficiencyByMonth,
    backupMonths,
  })
  const { designMonth } = worst
  if (choice.sizing === 'plain')
    return { designMonth, powerW: plainPower(brief, sunHours, designMonth, bringsFraction, working) }
  const season = seasonOf(brief)
  const schooled =
    season || choice.singleSunHours !== null
      ? working.about({ id: 'school', name: 'as the school in force counts' }, () =>
          working.apply(worstMonth, {
            busDailyEnergyWh: mainNeedWh,
            peakSunHours: season?.hours ?? oneFigure(choice.singleSunHours ?? 0),
            systemEfficiency: season?.fractions ?? losses.efficiencyByMonth,
            backupMonths,
          }),
        )
      : worst
  return { designMonth: schooled.designMonth, powerW: schooled.arrayPowerW }
}

const oneFigure = (hours: number): Known<number[]> =>
  entered(Array<number>(12).fill(hours), 'one sun figure for the year')

/** Listed watt-hours ÷ sun hours ÷ factor, as one does it by hand: less what other arrays bring. */
function plainPower(
  { choice, need }: ArrayBrief,
  sunHours: Known<number[]>,
  designMonth: Known,
  bringsFraction: number,
  working: Working,
): Known {
  const sun = choice.singleSunHours ?? sunHours.value[designMonth.value - 1] ?? 0
  const listedWh =
    bringsFraction === 1
      ? need.listedWh
      : known(need.listedWh.value * bringsFraction, 'computed', 'loads as listed, less what the further arrays bring')
  return working.about({ id: 'plain', name: 'the plain school' }, () =>
    working.apply(requiredPower, {
      busDailyEnergyWh: listedWh,
      peakSunHours:
        choice.singleSunHours === null ? known(sun, 'computed', monthName(designMonth.value)) : entered(sun, 'array'),
      systemEfficiency: enteredOr(
        choice.singleFactor,
        'array',
        assumed(PLAIN_FACTOR, 'one factor for all losses, common practice'),
      ),
    }),
  ).arrayPowerW
}

/** Hours and shares of the rating by month, where the yield is counted by season. */
function seasonOf({ choice, southern }: ArrayBrief) {
  const { seasonalYield } = choice
  if (!seasonalYield) return null
  const { summerFraction, winterFraction, hours } = seasonalYield
  const summer = (month: number) => (month >= 4 && month <= 9) !== southern
  return {
    hours: entered(Array<number>(12).fill(hours), 'hours a day of the seasonal yield'),
    fractions: entered(
      Array.from({ length: 12 }, (_, m) => (summer(m + 1) ? summerFraction : winterFraction)),
      'share of the rating by season',
    ),
  }
}

/** What else the array is sized to: the bank refilled within so many days, and the least current lead-acid is charged with. */
export function alsoRequired(
  brief: ArrayBrief,
  losses: Losses,
  sunHours: Known<number[]>,
  mainNeedWh: Known<number[]>,
  { powerW, designMonth }: Required,
  deficitWh: Known | null,
  working: Working,
): Known {
  const asked = [powerW]
  const at = designMonth.value - 1
  const sun = sunHours.value[at] ?? 0
  if (brief.choice.sizing === 'recover' && deficitWh && sun >= DARK_SUN_HOURS)
    asked.push(
      working.apply(recoveryPower, {
        busDailyEnergyWh: known(mainNeedWh.value[at] ?? 0, 'computed', `the bus in ${monthName(at + 1)}`),
        deficitWh,
        recoveryDays: enteredOr(brief.choice.recoveryDays, 'array', assumedOf(DEFAULTS.recoveryDays)),
        peakSunHours: known(sun, 'computed', monthName(at + 1)),
        systemEfficiency: known(losses.efficiencyByMonth.value[at] ?? 1, 'computed', monthName(at + 1)),
      }).arrayPowerW,
    )
  const stirring = leastForLeadAcid(brief)
  if (stirring) asked.push(stirring)
  return asked.reduce((a, b) => (b.value > a.value ? b : a))
}

/** Power that charges a lead-acid bank with the least it bears to be charged with; null for other banks. */
function leastForLeadAcid({ battery: { item, bank, systemVoltageV }, furtherChargeA }: ArrayBrief): Known | null {
  if (!bank || !item?.chemistry.endsWith('lead-acid')) return null
  const missingA = LEAST_LEAD_ACID_RATE_PER_H * bank.capacityAh - furtherChargeA
  if (missingA <= 0) return null
  return known(
    (missingA * systemVoltageV.value) / CONTROLLER_EFFICIENCY,
    'computed',
    'lead-acid is charged with at least a twentieth of its capacity',
  )
}
