import type { BatteryHeating, Job } from '@yard-lamp/core'
import { batteryHeatingSchema, DEFAULTS, jobSchema } from '@yard-lamp/core/job'
import { formatNumber } from '@yard-lamp/core/units'
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

/** Figures of the rows the design fills in: margin, standby, and the heating of the battery box. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
export function DesignDraws() {
  const write = useWrite()
  const job = useAppSelector(selectJob)
  const { loads } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const change = (
    patch: Partial<Pick<Job, 'batteryHeating' | 'controllerStandbyW' | 'monitorStandbyW' | 'loadMarginFraction'>>,
  ) => dispatch(edited({ act: 'set-job', patch: patch }))
  const { batteryHeating: box } = job
  const heat = (patch: Partial<BatteryHeating>) => box && change({ batteryHeating: { ...box, ...patch } })
  return (
    <Part title="What the system itself draws" aside="idle draw is set on the inverter page">
      <div className="fields">
        <NumberField
          label="Margin for what was forgotten"
          place="loads.loadMarginFraction"
          value={job.loadMarginFraction}
          schema={jobSchema.shape.loadMarginFraction}
          scale={100}
          byDefault={DEFAULTS.loadMarginFraction}
          onValue={(loadMarginFraction) => change({ loadMarginFraction })}
        />
        <NumberField
          label="Controller standby"
          place="loads.controllerStandbyW"
          value={job.controllerStandbyW}
          schema={jobSchema.shape.controllerStandbyW}
          byDefault={DEFAULTS.controllerStandbyW}
          onValue={(controllerStandbyW) => change({ controllerStandbyW })}
        />
        <NumberField
          label="Monitor standby"
          place="loads.monitorStandbyW"
          value={job.monitorStandbyW}
          schema={jobSchema.shape.monitorStandbyW}
          byDefault={DEFAULTS.monitorStandbyW}
          onValue={(monitorStandbyW) => change({ monitorStandbyW })}
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
      {box && (
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
              assumed={loads.heating ? formatNumber(loads.heating.neededW.value, 0) : ''}
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
              <span className="load-mark load-mark-bad">the shunt does not see it</span> A heater inside the battery’s
              case draws before the shunt: the monitor will count more than is there. It is counted here all the same.
            </p>
          )}
          {box.heaterW !== null && loads.heating && box.heaterW < loads.heating.neededW.value && (
            <p className="small field-error" role="status">
              At the record low the box needs {formatNumber(loads.heating.neededW.value, 0)} W;{' '}
              {formatNumber(box.heaterW)} W will not hold {write.quantity(box.setPointC, '°C')}.
            </p>
          )}
        </>
      )}
    </Part>
  )
}
