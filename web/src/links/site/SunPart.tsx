import { Button } from '@mantine/core'
import { IconCloudSearch, IconFileImport } from '@tabler/icons-react'
import type { Site } from '@yard-lamp/core'
import { DEFAULTS, SOILING_DEFAULT, siteSchema } from '@yard-lamp/core/job'
import { formatPercent } from '@yard-lamp/core/units'
import { useState } from 'react'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Part } from '../../job/Page.tsx'
import { selectSite } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { ClimateDialog } from './ClimateDialog.tsx'
import { MonthTable } from './MonthTable.tsx'
import { SiteNumber } from './SiteNumber.tsx'
import type { Change } from './site-change.ts'
import { WeatherDialog } from './WeatherDialog.tsx'
import { WeatherFound } from './WeatherFound.tsx'

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

/** Where the sun's figures come from, and the twelve of them. */
// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
export function SunPart({ change }: { change: Change }) {
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
      <WeatherDialog
        opened={dialog === 'weather'}
        onClose={() => setDialog(null)}
        title="Bring in a weather file"
        says="Its months are taken; hours are made from them again, so that a job stays small. The hours themselves can be worked on the proof page."
      >
        {(file, months, onDone) => <WeatherFound file={file} months={months} onDone={onDone} />}
      </WeatherDialog>
      <ClimateDialog opened={dialog === 'climate'} onClose={() => setDialog(null)} />
    </Part>
  )
}
