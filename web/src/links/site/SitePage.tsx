import { Button } from '@mantine/core'
import { IconCloudSearch, IconFileImport } from '@tabler/icons-react'
import type { Site } from '@yard-lamp/core'
import { CIRCUIT_LENGTH, DEFAULTS, SOILING_DEFAULT, siteSchema } from '@yard-lamp/core/job'
import { formatPercent, monthName } from '@yard-lamp/core/units'
import { useState } from 'react'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Page, Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectJob, selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { rememberUnits } from '../../units/remembered-units.ts'
import { Answer, PlainAnswer } from '../../working/Figure.tsx'
import { ClimateDialog } from './ClimateDialog.tsx'
import { Horizon } from './Horizon.tsx'
import { MonthTable } from './MonthTable.tsx'
import { Planes } from './Planes.tsx'
import { SiteNumber } from './SiteNumber.tsx'
import { SunChart } from './SunChart.tsx'
import { SyntheticYear } from './SyntheticYear.tsx'
import { WeatherDialog } from './WeatherDialog.tsx'

const KINDS = (['building', 'vehicle', 'boat', 'trailer', 'equipment'] as const).map((value) => ({
  value,
  label: value,
}))
const MAINS = [
  { value: '230/50', label: '230 V 50 Hz' },
  { value: '120/60', label: '120 V 60 Hz' },
  { value: '120/60/split', label: '120/240 V 60 Hz, split' },
  { value: '240/60', label: '240 V 60 Hz' },
] as const
const UNITS = [
  { value: 'metric', label: 'metric: °C, m, kg, L' },
  { value: 'us', label: 'US customary: °F, ft, lb, gal' },
] as const
const BASES = [
  { value: 'published', label: 'published' },
  { value: 'measured', label: 'measured here' },
  { value: 'climate', label: 'of a climate: an assumption' },
  { value: 'guess', label: 'a guess' },
] as const
const SOILINGS = (Object.keys(SOILING_DEFAULT) as Site['soiling'][]).map((value) => ({
  value,
  label: `${{ 'rain-washed': 'rain washes them', dusty: 'dusty, dry season', desert: 'desert, road dust' }[value]}: ${formatPercent(SOILING_DEFAULT[value].value)}`,
}))
/** Hours ahead of UTC that are in use somewhere. */
const ZONES = [
  '',
  ...Array.from({ length: 53 }, (_, i) => -12 + i / 2).flatMap((hours) => (hours <= 14 ? [String(hours)] : [])),
  '5.75',
  '8.75',
  '12.75',
].sort((a, b) => Number(a) - Number(b))

export default function SitePage() {
  const write = useWrite()
  const site = useAppSelector(selectSite)
  const { site: result } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const change = (patch: Partial<Site>) => dispatch(edited({ act: 'set-site', patch: patch }))
  const { sunHours, leastSunMonth } = result
  return (
    <Page
      link="site"
      question="What sky, what cold, what heat?"
      answers={
        <>
          {sunHours && leastSunMonth !== null ? (
            <Answer
              label={`least sun, ${monthName(leastSunMonth)}`}
              figure={{ ...sunHours, value: sunHours.value[leastSunMonth - 1] ?? 0 }}
              unit="sun hours"
              decimals={2}
            />
          ) : (
            <PlainAnswer label="least sun" text="not known yet" />
          )}
          <PlainAnswer
            label="record low"
            text={site.recordLowC === null ? 'needed' : write.quantity(site.recordLowC, '°C')}
          />
          <Answer label="record high" figure={result.recordHighC} unit="°C" />
          {sunHours && (
            <>
              <Answer label="tilt" figure={result.tiltDeg} unit="°" />
              <Answer label="faces" figure={result.azimuthDeg} unit="°" />
            </>
          )}
        </>
      }
    >
      {sunHours && result.sunOnFlat ? (
        <SunChart flat={result.sunOnFlat.value} plane={sunHours.value} leastSunMonth={leastSunMonth} />
      ) : (
        <p className="soft">The year’s sun is drawn here once latitude and the twelve months are in.</p>
      )}
      <Place change={change} />
      <Sun change={change} />
      <Planes />
      <Horizon />
      <SyntheticYear />
      <Rules change={change} />
    </Page>
  )
}

type Change = (patch: Partial<Site>) => void

function Place({ change }: { change: Change }) {
  const site = useAppSelector(selectSite)
  return (
    <>
      <Part title="Place">
        <div className="fields">
          <TextField
            label="Place"
            place="site.place"
            value={site.place}
            most={200}
            wide
            onValue={(place) => change({ place })}
          />
          <ChoiceField
            label="It is a"
            place="site.kind"
            value={site.kind}
            choices={KINDS}
            onValue={(kind) => change({ kind })}
          />
          <SiteNumber name="latitudeDeg" label="Latitude, north +" />
          <SiteNumber name="longitudeDeg" label="Longitude, east +" />
          <SiteNumber name="altitudeM" label="Altitude" />
          <ChoiceField
            label="Time zone"
            place="site.utcOffsetH"
            value={site.utcOffsetH === null ? '' : String(site.utcOffsetH)}
            choices={[...new Set([...ZONES, String(site.utcOffsetH ?? '')])].map((value) => ({
              value,
              label: zoneText(value),
            }))}
            onValue={(value) => change({ utcOffsetH: value === '' ? null : Number(value) })}
          />
          <ChoiceField
            label="Used"
            place="site.daysInUse"
            value={site.daysInUse}
            choices={[
              { value: 'all', label: 'all week' },
              { value: 'weekends', label: 'at weekends' },
            ]}
            hint={site.daysInUse === 'weekends' ? 'new loads begin with two days a week' : ''}
            onValue={(daysInUse) => change({ daysInUse })}
          />
        </div>
      </Part>
      <Part title="Cold and heat" aside="the record low sets the string’s voltage, the battery room its capacity">
        <div className="fields">
          <SiteNumber name="recordLowC" label="Record low" />
          <SiteNumber name="recordHighC" label="Record high" byDefault={DEFAULTS.recordHighC} />
          <SiteNumber name="batteryRoomLowC" label="Battery room, coldest" byDefault={DEFAULTS.batteryRoomLowC} />
          <SiteNumber name="batteryRoomHighC" label="Battery room, hottest" byDefault={DEFAULTS.batteryRoomHighC} />
          <SiteNumber name="daySwingK" label="Day less night" byDefault={DEFAULTS.daySwingK} />
        </div>
      </Part>
    </>
  )
}

const zoneText = (value: string): string => {
  if (value === '') return 'by the sun'
  const hours = Number(value)
  const minutes = Math.round((Math.abs(hours) % 1) * 60)
  return `UTC ${hours < 0 ? '−' : '+'}${Math.floor(Math.abs(hours))}:${String(minutes).padStart(2, '0')}`
}

function Sun({ change }: { change: Change }) {
  const site = useAppSelector(selectSite)
  const [dialog, setDialog] = useState<'weather' | 'climate' | null>(null)
  const { sunGivenFor } = site
  const givenShape = siteSchema.shape.sunGivenFor.unwrap().shape
  return (
    <Part title="Sun by month" aside="kWh/m² a day, MJ understood; paste twelve figures into January of a row">
      <div className="sun-source">
        <Button
          variant="default"
          size="compact-md"
          leftSection={<IconFileImport size={16} />}
          onClick={() => setDialog('weather')}
        >
          Bring in a weather file
        </Button>
        <Button
          variant="default"
          size="compact-md"
          leftSection={<IconCloudSearch size={16} />}
          onClick={() => setDialog('climate')}
        >
          Take a climate
        </Button>
        {site.sunSource !== '' && (
          <span className={site.sunBasis === 'climate' || site.sunBasis === 'guess' ? 'assumed small' : 'soft small'}>
            {site.sunSource}
          </span>
        )}
      </div>
      <MonthTable />
      <div className="fields sun-fields">
        <ChoiceField
          label="These figures are"
          place="site.sunBasis"
          value={site.sunBasis}
          choices={BASES}
          onValue={(sunBasis) => change({ sunBasis, ...(sunBasis === 'climate' ? {} : { climateId: null }) })}
        />
        <ChoiceField
          label="Given for"
          place="site.sunGivenFor"
          value={sunGivenFor ? 'plane' : 'flat'}
          choices={[
            { value: 'flat', label: 'the flat' },
            { value: 'plane', label: 'a tilted plane' },
          ]}
          onValue={(value) =>
            change({
              sunGivenFor:
                value === 'flat' ? null : { tiltDeg: 35, azimuthDeg: (site.latitudeDeg ?? 0) >= 0 ? 180 : 0 },
            })
          }
        />
        {sunGivenFor && (
          <>
            <NumberField
              label="Its tilt"
              place="site.sunGivenFor.tiltDeg"
              value={sunGivenFor.tiltDeg}
              schema={givenShape.tiltDeg}
              onValue={(tiltDeg) => tiltDeg !== null && change({ sunGivenFor: { ...sunGivenFor, tiltDeg } })}
            />
            <NumberField
              label="It faces"
              place="site.sunGivenFor.azimuthDeg"
              value={sunGivenFor.azimuthDeg}
              schema={givenShape.azimuthDeg}
              onValue={(azimuthDeg) => azimuthDeg !== null && change({ sunGivenFor: { ...sunGivenFor, azimuthDeg } })}
            />
          </>
        )}
        <TextField
          label="Source"
          place="site.sunSource"
          value={site.sunSource}
          most={300}
          wide
          onValue={(sunSource) => change({ sunSource })}
        />
        <SiteNumber name="albedoFraction" label="Ground reflects" scale={100} byDefault={DEFAULTS.albedoFraction} />
        <ChoiceField
          label="Dirt on the panels"
          place="site.soiling"
          value={site.soiling}
          choices={SOILINGS}
          onValue={(soiling) => change({ soiling })}
        />
      </div>
      <WeatherDialog opened={dialog === 'weather'} onClose={() => setDialog(null)} />
      <ClimateDialog opened={dialog === 'climate'} onClose={() => setDialog(null)} />
    </Part>
  )
}

function Rules({ change }: { change: Change }) {
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
