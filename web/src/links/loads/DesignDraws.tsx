import type { Job } from '@yard-lamp/core'
import { DEFAULTS, jobSchema } from '@yard-lamp/core/job'
import { memo } from 'react'
import { NumberField } from '../../fields/NumberField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

type Draws = Pick<Job, 'controllerStandbyW' | 'monitorStandbyW' | 'loadMarginFraction'>

/** Figures of the rows the design fills in: margin and standby. */
export const DesignDraws = memo(function DesignDraws() {
  const dispatch = useAppDispatch()
  const loadMarginFraction = useAppSelector((state) => selectJob(state).loadMarginFraction)
  const controllerStandbyW = useAppSelector((state) => selectJob(state).controllerStandbyW)
  const monitorStandbyW = useAppSelector((state) => selectJob(state).monitorStandbyW)
  const change = (patch: Partial<Draws>) => dispatch(edited({ act: 'set-job', patch }))
  return (
    <Part
      title="What the system itself draws"
      aside="idle draw is set on the inverter page, the heated box on the battery page"
    >
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
    </Part>
  )
})
