import { formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { ExistingPart } from '../../existing/ExistingPart.tsx'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { OptionNumber } from '../../fields/OptionNumber.tsx'
import { OptionTick } from '../../fields/OptionTick.tsx'
import { Page, Part } from '../../job/Page.tsx'
import { LaterPart } from '../../later/LaterPart.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Answer, PlainAnswer } from '../../working/Figure.tsx'
import { AcCoupled } from './AcCoupled.tsx'
import { DemandBars } from './DemandBars.tsx'
import { InverterHours } from './InverterHours.tsx'
import { InverterTable } from './InverterTable.tsx'

export default function InverterPage() {
  const { inverter, loads, option } = useAppSelector(selectDesign)
  const { inverters } = useAppSelector(selectCatalogue)
  const dispatch = useAppDispatch()
  return (
    <Page
      link="inverter"
      question="What runs at once, and what starts on top?"
      answers={
        inverter.needed ? (
          <>
            <Answer label="running together" figure={loads.continuousW} unit="W" decimals={0} />
            <Answer label="needed, with headroom and heat" figure={inverter.requiredW} unit="W" decimals={0} />
            <Answer label="needed" figure={inverter.requiredVA} unit="VA" decimals={0} />
            <Answer label="worst start" figure={inverter.requiredSurgeW} unit="W" decimals={0} />
            <Answer label="idle a day" figure={loads.idleEnergyWh} unit="Wh" decimals={0} />
          </>
        ) : (
          <PlainAnswer label="inverter" text="none needed: nothing runs on AC" />
        )
      }
    >
      {inverter.item && <InverterHours />}
      {inverter.item && <DemandBars />}
      <Part title="How it is used">
        <div className="fields">
          <OptionNumber part="inverter" name="headroom" label="Headroom over what runs" assumed="1.25" unit="×" />
          <OptionNumber
            part="inverter"
            name="idleW"
            label="Idle draw"
            assumed={inverter.item ? `${formatNumber(inverter.item.idleW * inverter.quantity)} sheet` : 'sheet'}
          />
          <OptionNumber part="inverter" name="hoursPerDay" label="Hours a day it is on" assumed="24" />
          <OptionNumber
            part="inverter"
            name="quantity"
            label={inverter.stacking === 'split-phase' ? 'Units, in pairs' : 'In parallel'}
            assumed={inverter.quantity > 0 ? `${inverter.quantity} counted` : 'counted'}
          />
          <ChoiceField
            label="Several stand"
            place="inverter.stacking"
            value={option.inverter.stacking ?? ''}
            choices={[
              {
                value: '',
                label: inverter.stacking === 'split-phase' ? 'in series, for the split phase' : 'alike, sharing',
              },
              { value: 'parallel', label: 'alike, sharing the load' },
              { value: 'split-phase', label: 'in series, split phase' },
            ]}
            onValue={(stacking) =>
              dispatch(
                edited({ act: 'set-option', part: 'inverter', patch: { stacking: stacking === '' ? null : stacking } }),
              )
            }
          />
          <OptionTick part="inverter" name="searchMode" label="sleeps between pulses while nothing runs" />
          {option.inverter.searchMode && (
            <OptionNumber
              part="inverter"
              name="searchW"
              label="Draw asleep"
              assumed={
                inverter.item
                  ? `${formatNumber((inverter.item.searchW ?? inverter.item.idleW) * inverter.quantity)} sheet`
                  : 'sheet'
              }
            />
          )}
        </div>
        {loads.legs && inverter.item && (
          <p className="small">
            The heavier leg carries {formatQuantity(Math.round(loads.legs.legW), 'W')} of what runs together; the units
            give {formatQuantity(Math.round((inverter.item.continuousW * inverter.quantity) / 2), 'W')} on each leg.
            Which leg a load hangs on is said in its row of the list.
          </p>
        )}
        {inverter.quantity > 1 && (
          <p className="small">
            {inverter.quantity} units: battery leads of equal length and size to each, or the nearest one carries most.
          </p>
        )}
      </Part>
      <AcCoupled />
      <LaterPart link="inverter" />
      <ExistingPart items={inverters} what="inverters" place="inverter.existing" />
      <Part title="Inverters" aside="of this voltage and mains, cheapest first">
        <InverterTable />
      </Part>
    </Page>
  )
}
