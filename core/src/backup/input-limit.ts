import { type Charger, type Inverter, itemName } from '../catalogue/schema.ts'
import { assumed, entered, fromSheet, type Known, known } from '../working/working.ts'
import type { BackupBrief } from './brief.ts'

/** What may come in from generator or shore, and what of it the house takes. */
export interface InputLimit {
  /** The least of inlet and lead, the limit that is set, and the inverter's mains input; null where none is known. */
  readonly limitA: Known | null
  readonly voltageV: Known
  /** Legs it feeds: two for a pair of stacked units that are both fed. */
  readonly legs: number
  /** Units of the inverter that are fed. */
  readonly fedUnits: number
  /** The house hangs on it as well: an inverter passes it on, a separate charger does not. */
  readonly carriesHouse: boolean
  /** The charger gives way to the house within a limit that is set. */
  readonly shares: boolean
}

export function inputLimitOf(brief: BackupBrief, item: Charger | Inverter, builtIn: boolean): InputLimit {
  const { choice, inverter, mainsVoltageV } = brief
  const stacked = builtIn && inverter.stacking === 'split-phase'
  const fedUnits = builtIn ? (choice.onOneUnit ? 1 : inverter.quantity) : 1
  const legs = stacked && !choice.onOneUnit ? 2 : 1
  const sheetA = item.kind === 'charger' ? null : item.mainsInputA
  const given = (value: number | null, from: string): Known[] => (value === null ? [] : [entered(value, from)])
  const limits = [
    ...given(choice.inletA, 'inlet and lead'),
    ...given(choice.inputSetA, 'input limit that is set'),
    ...(sheetA === null ? [] : [fromSheet((sheetA * fedUnits) / legs, itemName(item))]),
  ]
  return {
    limitA: limits.length > 0 ? limits.reduce((a, b) => (b.value < a.value ? b : a)) : null,
    voltageV:
      item.kind === 'charger'
        ? fromSheet(item.inputV, itemName(item))
        : stacked
          ? fromSheet(item.mainsVoltageV, itemName(item))
          : entered(mainsVoltageV, 'site'),
    legs,
    fedUnits,
    carriesHouse: builtIn,
    // An inverter with a charger holds back its charger where the house draws; a house load that was typed is added in full.
    shares: builtIn && choice.houseLoadW === null,
  }
}

/** Watts that may come in; null where no limit is known. */
export const limitW = ({ limitA, voltageV, legs }: InputLimit): number | null =>
  limitA === null ? null : limitA.value * voltageV.value * legs

/** What the house takes on average while it charges, W. */
export function averageHouseW({ demand }: Pick<BackupBrief, 'demand'>): Known {
  return known(demand.acDailyEnergyWh.value / 24, 'computed', 'AC loads, on average of the day')
}

/** What the house takes while it charges, as a generator must carry it beside the charger. */
export function houseLoadOf(brief: BackupBrief, limit: InputLimit, chargerInputW: number): Known {
  const { choice, demand } = brief
  if (choice.houseLoadW !== null) return entered(choice.houseLoadW, 'backup')
  if (!limit.carriesHouse) return assumed(0, 'a separate charger: the house is not on it')
  const averageW = averageHouseW(brief).value
  const overW = demand.continuousW.value - chargerInputW
  return overW > averageW
    ? known(overW, 'computed', 'what runs together, for which the charger gives way')
    : known(averageW, 'computed', 'AC loads on average; the charger gives way to more')
}
