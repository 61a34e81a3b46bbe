import { formatNumber } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

/** Energies as the loads page shows them: watt-hours, or ampere-hours at the system's voltage. */
export interface EnergyShown {
  readonly unit: 'Wh' | 'Ah'
  /** Times this a figure in Wh is one in the unit. */
  readonly scale: number
}

/** The same object for as long as neither the unit nor the voltage changes. */
export function useEnergyShown(): EnergyShown {
  const unit = useAppSelector((state) => state.view.energyUnit)
  const systemVoltageV = useAppSelector((state) => selectDesign(state).battery.systemVoltageV.value)
  return useMemo(() => ({ unit, scale: unit === 'Ah' ? 1 / systemVoltageV : 1 }), [unit, systemVoltageV])
}

export const energyText = (energyWh: number, { unit, scale }: EnergyShown): string =>
  formatNumber(energyWh * scale, unit === 'Ah' ? 1 : 0)
