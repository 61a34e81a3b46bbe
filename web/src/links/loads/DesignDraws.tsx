import type { BatteryHeating, Job } from '@yard-lamp/core'
import { batteryHeatingSchema, DEFAULTS, jobSchema } from '@yard-lamp/core/job'
import { formatNumber } from '@yard-lamp/core/units'
import { memo } from 'react'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'

const { shape } = batteryHeatingSchema
/** A box of insulated plywood about a small bank, on a winter’s day. Assumption of Yard Lamp. */
const A_BOX: BatteryHeating = { setPointC: 5, boxWPerK: 1.5, heaterW: null, supply: 'dc', seenByMonitor: true }

type Draws = Pick<Job, 'batteryHeating' | 'controllerStandbyW' | 'monitorStandbyW' | 'loadMarginFraction'>

/** Figures of the rows the design fills in: margin, standby, and the heating of the battery box. */
export const DesignDraws = memo(function DesignDraws() {
  const dispatch = useAppDispatch()
  const loadMarginFraction = useAppSelector((state) => selectJob(state).loadMarginFraction)
  const controllerStandbyW = useAppSelector((state) => selectJob(state).controllerStandbyW)
  const monitorStandbyW = useAppSelector((state) => selectJob(state).monitorStandbyW)
  const box = useAppSelector((state) => selectJob(state).batteryHeating)
  const change = (patch: Partial<Draws>) => dispatch(edited({ act: 'set-job', patch }))
  return (
    <Part title="What the system itself draws" aside="idle draw is set on the inverter page">
      <div className="fields">
        <NumberField
          label="Margin for what was forgotten"
          place="loads.loadMarginFraction"
          value={loadMarginFraction}
          schema={jobSchema.shape.loadMarginFraction}
          scale={100}
          byDefault={DEFAULTS.loadMarginFraction}
          onValue={(value) => change({ loadMarginFraction: value })}
        />
        <NumberField
          label="Controller standby"
          place="loads.controllerStandbyW"
          value={controllerStandbyW}
          schema={jobSchema.shape.controllerStandbyW}
          byDefault={DEFAULTS.controllerStandbyW}
          onValue={(value) => change({ controllerStandbyW: value })}
        />
        <NumberField
          label="Monitor standby"
          place="loads.monitorStandbyW"
          value={monitorStandbyW}
          schema={jobSchema.shape.monitorStandbyW}
          byDefault={DEFAULTS.monitorStandbyW}
          onValue={(value) => change({ monitorStandbyW: value })}
        />
      </div>
      <label className="tick box-tick">
        <input
          type="checkbox"
          checked={box !== null}
          data-place="loads.batteryHeating"
          onChange={(event) => change({ batteryHeating: event.target.checked ? A_BOX : null })}
        />
        The battery box is heated
      </label>
      {box && <BoxHeating box={box} onBox={(batteryHeating) => change({ batteryHeating })} />}
    </Part>
  )
})

/** The box, its heater, and what of the two does not hold. */
function BoxHeating({ box, onBox }: { box: BatteryHeating; onBox: (box: BatteryHeating) => void }) {
  const write = useWrite()
  const neededW = useAppSelector((state) => selectDesign(state).loads.heating?.neededW.value)
  const heat = (patch: Partial<BatteryHeating>) => onBox({ ...box, ...patch })
  return (
    <>
      <div className="fields">
        <NumberField
          label="Set point"
          place="loads.batteryHeating.setPointC"
          value={box.setPointC}
          schema={shape.setPointC}
          onValue={(setPointC) => setPointC !== null && heat({ setPointC })}
        />
        <NumberField
          label="Box loses"
          place="loads.batteryHeating.boxWPerK"
          value={box.boxWPerK}
          schema={shape.boxWPerK}
          hint="area × U-value of its walls"
          onValue={(boxWPerK) => boxWPerK !== null && heat({ boxWPerK })}
        />
        <NumberField
          label="Heater rating"
          place="loads.batteryHeating.heaterW"
          value={box.heaterW}
          schema={shape.heaterW}
          assumed={neededW === undefined ? '' : formatNumber(neededW, 0)}
          onValue={(heaterW) => heat({ heaterW })}
        />
        <ChoiceField
          label="Runs on"
          place="loads.batteryHeating.supply"
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
      {!box.seenByMonitor && (
        <p className="small box-note">
          <span className="load-mark load-mark-bad">the shunt does not see it</span> A heater inside the battery’s case
          draws before the shunt: the monitor will count more than is there. It is counted here all the same.
        </p>
      )}
      {box.heaterW !== null && neededW !== undefined && box.heaterW < neededW && (
        <p className="small field-error" role="status">
          At the record low the box needs {formatNumber(neededW, 0)} W; {formatNumber(box.heaterW)} W will not hold{' '}
          {write.quantity(box.setPointC, '°C')}.
        </p>
      )}
    </>
  )
}
