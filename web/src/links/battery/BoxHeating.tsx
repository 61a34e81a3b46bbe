import type { BatteryHeating } from '@yard-lamp/core'
import { batteryHeatingSchema } from '@yard-lamp/core/job'
import { formatNumber } from '@yard-lamp/core/units'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { OptionTick } from '../../fields/OptionTick.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { Figure } from '../../working/Figure.tsx'

const { shape } = batteryHeatingSchema
/** A box of insulated plywood about a small bank, on a winter’s day. Assumption of Yard Lamp. */
const A_BOX: BatteryHeating = { setPointC: 5, boxWPerK: 1.5, heaterW: null, supply: 'dc', seenByMonitor: true }

/** What keeps the battery from being charged in the frost: a heated box, or a lock-out of its own. */
export function Cold() {
  const write = useWrite()
  const { battery, loads } = useAppSelector(selectDesign)
  const box = useAppSelector((state) => selectJob(state).batteryHeating)
  const dispatch = useAppDispatch()
  const change = (batteryHeating: BatteryHeating | null) =>
    dispatch(edited({ act: 'set-job', patch: { batteryHeating } }))
  return (
    <>
      <p className="small">
        At its coldest the battery is at <Figure figure={battery.coldestC} unit="°C" decimals={1} />, at its hottest at{' '}
        <Figure figure={battery.hottestC} unit="°C" decimals={1} />.
        {battery.item && ` It is charged from ${write.quantity(battery.item.chargeMinC, '°C')}.`}
      </p>
      <OptionTick
        part="battery"
        name="coldProtected"
        label="charging is locked out in the cold by the battery itself"
      />
      <label className="tick">
        <input
          type="checkbox"
          checked={box !== null}
          data-place="battery.heating"
          onChange={(event) => change(event.target.checked ? A_BOX : null)}
        />
        it stands in a heated box
      </label>
      {box && <Box box={box} neededW={loads.heating?.neededW.value} onBox={change} />}
    </>
  )
}

interface BoxProps {
  readonly box: BatteryHeating
  readonly neededW: number | undefined
  readonly onBox: (box: BatteryHeating) => void
}

function Box({ box, neededW, onBox }: BoxProps) {
  const heat = (patch: Partial<BatteryHeating>) => onBox({ ...box, ...patch })
  return (
    <>
      <div className="fields" style={{ marginTop: 8 }}>
        <NumberField
          label="Set point"
          place="battery.heating.setPointC"
          value={box.setPointC}
          schema={shape.setPointC}
          onValue={(setPointC) => setPointC !== null && heat({ setPointC })}
        />
        <NumberField
          label="Box loses"
          place="battery.heating.boxWPerK"
          value={box.boxWPerK}
          schema={shape.boxWPerK}
          hint="area × U-value of its walls"
          onValue={(boxWPerK) => boxWPerK !== null && heat({ boxWPerK })}
        />
        <NumberField
          label="Heater rating"
          place="battery.heating.heaterW"
          value={box.heaterW}
          schema={shape.heaterW}
          assumed={neededW === undefined ? '' : `${formatNumber(neededW, 0)} needed`}
          onValue={(heaterW) => heat({ heaterW })}
        />
        <ChoiceField
          label="Runs on"
          place="battery.heating.supply"
          value={box.supply}
          choices={[
            { value: 'dc', label: 'DC' },
            { value: 'ac', label: 'AC' },
          ]}
          onValue={(supply) => heat({ supply })}
        />
        <label className="tick">
          <input
            type="checkbox"
            checked={box.seenByMonitor}
            onChange={(event) => heat({ seenByMonitor: event.target.checked })}
          />
          the monitor’s shunt sees it
        </label>
      </div>
      <p className="small">
        The heater is a row of the load list by itself, month by month.
        {!box.seenByMonitor &&
          ' One inside the battery’s case draws before the shunt: the monitor will count more than is there.'}
      </p>
    </>
  )
}
