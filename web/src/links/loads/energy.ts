import { formatNumber } from '@yard-lamp/core/units'
import { selectDesign } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'

/** Energies as the loads page shows them: watt-hours, or ampere-hours at the system's voltage. */
export function useEnergyShown(): { unit: 'Wh' | 'Ah'; scale: number; text: (energyWh: number) => string } {
  const unit = useAppSelector((state) => state.view.energyUnit)
  const voltageV = useAppSelector(selectDesign).battery.systemVoltageV.value
  const scale = unit === 'Ah' ? 1 / voltageV : 1
  return { unit, scale, text: (energyWh) => formatNumber(energyWh * scale, unit === 'Ah' ? 1 : 0) }
}
