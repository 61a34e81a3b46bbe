import { type ComparedVoltage, compareVoltages } from '@yard-lamp/core/after'
import { chooseVoltage } from '@yard-lamp/core/edit'
import { formatMoney, formatSize } from '@yard-lamp/core/units'
import { useMemo } from 'react'
import { edited } from '../../store/job-slice.ts'
import { selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Figure } from '../../working/Figure.tsx'

/** 12, 24 and 48 V side by side by the current they ask of the battery. */
export function VoltageTable() {
  const design = useAppSelector(selectDesign)
  const { battery, option, parts } = design
  const compared = useMemo(() => compareVoltages(design), [design])
  const dispatch = useAppDispatch()
  return (
    <table className="sheet-table">
      <tbody>
        {battery.compared.map(({ systemVoltageV, currentA }) => {
          const inUse = battery.systemVoltageV.value === systemVoltageV
          const locked = option.systemVoltageV === systemVoltageV
          return (
            <tr key={systemVoltageV} className={inUse ? 'chosen' : ''}>
              <td className="nowrap">
                <b>{systemVoltageV} V</b>
              </td>
              <td className="number">
                <Figure figure={currentA} unit="A" decimals={0} />
              </td>
              <td className="small">
                {suits(
                  compared.find((each) => each.systemVoltageV === systemVoltageV),
                  parts.currency,
                )}
              </td>
              <td className="number">
                <button
                  type="button"
                  className="pick"
                  data-place={
                    locked || (inUse && option.systemVoltageV === null) ? 'battery.systemVoltageV' : undefined
                  }
                  aria-pressed={locked}
                  onClick={() => dispatch(edited(chooseVoltage(design, locked ? null : systemVoltageV)))}
                >
                  {locked ? 'locked — let go' : inUse ? 'chosen — lock' : 'take this'}
                </button>
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** Main cable with its price, and how much of the catalogue suits the voltage. */
function suits(each: ComparedVoltage | undefined, currency: string): string {
  if (!each) return ''
  const cable = each.cable
    ? `${each.cable.parallel > 1 ? `${each.cable.parallel} × ` : ''}${formatSize(each.cable.size)}${each.cable.price === null ? '' : `, ${formatMoney(each.cable.price, currency)}`}`
    : each.currentA > 0
      ? 'no cable carries it'
      : ''
  const fits = `${each.batteries} batteries, ${each.controllers} controllers, ${each.inverters} inverters suit`
  return [cable, fits].filter(Boolean).join(' · ')
}
