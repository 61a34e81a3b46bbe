import { Button } from '@mantine/core'
import { IconMapSearch } from '@tabler/icons-react'
import type { Site } from '@yard-lamp/core'
import { DEFAULTS } from '@yard-lamp/core/job'
import { monthName } from '@yard-lamp/core/units'
import { useState } from 'react'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Page, Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { Answer, PlainAnswer } from '../../working/Figure.tsx'
import { Horizon } from './Horizon.tsx'
import { PlaceDialog } from './PlaceDialog.tsx'
import { Planes } from './Planes.tsx'
import { RulesPart } from './RulesPart.tsx'
import { SiteNumber } from './SiteNumber.tsx'
import { SunChart } from './SunChart.tsx'
import { SunPart } from './SunPart.tsx'
import { SyntheticYear } from './SyntheticYear.tsx'
import type { Change } from './site-change.ts'
import { ZONES, zoneText } from './zones.ts'

const KINDS = (['building', 'vehicle', 'boat', 'trailer', 'equipment'] as const).map((value) => ({
  value,
  label: value,
}))
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
      <SunPart change={change} />
      <Planes />
      <Horizon />
      <SyntheticYear />
      <RulesPart change={change} />
    </Page>
  )
}

function Place({ change }: { change: Change }) {
  const site = useAppSelector(selectSite)
  const [finding, setFinding] = useState(false)
  return (
    <>
      <Part title="Place">
        <div className="place-row">
          <Button
            variant="default"
            size="compact-md"
            leftSection={<IconMapSearch size={16} />}
            onClick={() => setFinding(true)}
          >
            Find the place
          </Button>
          <span className="soft small">by its name or on a map; the figures below may be typed as well</span>
        </div>
        <PlaceDialog opened={finding} onClose={() => setFinding(false)} />
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
