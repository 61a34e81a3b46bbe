import { CIRCUIT_LENGTH } from '@yard-lamp/core/job'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectJob, selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { rememberUnits } from '../../units/remembered-units.ts'
import { SiteNumber } from './SiteNumber.tsx'
import type { Change } from './site-change.ts'

const MAINS = [
  { value: '230/50', label: '230 V 50 Hz' },
  { value: '120/60', label: '120 V 60 Hz' },
  { value: '120/60/split', label: '120/240 V 60 Hz, split' },
  { value: '240/60', label: '240 V 60 Hz' },
] as const
const UNITS = [
  { value: 'metric', label: 'metric: °C, m, kg' },
  { value: 'us', label: 'US: °F, ft, lb' },
] as const

/** Distances, the rules the site is wired by, its mains, and the units its figures are written in. */
export function RulesPart({ change }: { change: Change }) {
  const site = useAppSelector(selectSite)
  const { units } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const mains = `${site.mainsVoltageV}/${site.mainsFrequencyHz}${site.splitPhase ? '/split' : ''}`
  return (
    <>
      <Part title="Distances" aside="one way; a circuit’s own length on the wiring page comes first">
        <div className="fields">
          <SiteNumber name="arrayToBatteryM" label="Array to batteries" byDefault={CIRCUIT_LENGTH.array} />
          <SiteNumber
            name="batteryToInverterM"
            label="Batteries to inverter"
            byDefault={CIRCUIT_LENGTH['inverter-dc']}
          />
          <SiteNumber name="batteryToBoardM" label="Batteries to DC board" byDefault={CIRCUIT_LENGTH['dc-loads']} />
          <SiteNumber name="inverterToBoardM" label="Inverter to AC board" byDefault={CIRCUIT_LENGTH['inverter-ac']} />
        </div>
      </Part>
      <Part title="Rules and mains">
        <div className="fields">
          <ChoiceField
            label="Rule set"
            place="site.ruleSet"
            value={site.ruleSet}
            choices={[
              { value: 'iec', label: 'IEC, metric' },
              { value: 'north-american', label: 'North American' },
            ]}
            onValue={(ruleSet) => change({ ruleSet })}
          />
          <ChoiceField
            label="Figures in"
            place="site.units"
            value={units}
            choices={UNITS}
            hint="as shown and typed; a unit you write yourself is always taken"
            onValue={(chosen) => {
              rememberUnits(chosen)
              dispatch(edited({ act: 'set-job', patch: { units: chosen } }, 'the units of the figures'))
            }}
          />
          <ChoiceField
            label="Mains"
            place="site.mainsVoltageV"
            value={mains}
            choices={
              MAINS.some(({ value }) => value === mains)
                ? MAINS
                : [...MAINS, { value: mains, label: `${site.mainsVoltageV} V ${site.mainsFrequencyHz} Hz` }]
            }
            onValue={(value) => {
              const [mainsVoltageV = 230, mainsFrequencyHz = 50] = value.split('/').map(Number)
              change({ mainsVoltageV, mainsFrequencyHz, splitPhase: value.endsWith('split') })
            }}
          />
          <SiteNumber
            name="lightningFlashesPerKm2Year"
            label="Lightning to the ground"
            unit="a km² and year"
            assumed="not known"
          />
          <label className="tick site-critical">
            <input
              type="checkbox"
              checked={site.critical}
              onChange={(event) => change({ critical: event.target.checked })}
            />
            Critical or unattended: carry five days unless the battery page says otherwise
          </label>
        </div>
      </Part>
    </>
  )
}
