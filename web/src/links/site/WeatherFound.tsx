import { Button } from '@mantine/core'
import { cutText, type Site } from '@yard-lamp/core'
import type { WeatherMonths } from '@yard-lamp/core/site'
import { formatNumber } from '@yard-lamp/core/units'
import { useState } from 'react'
import { edited } from '../../store/job-slice.ts'
import { selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { FileMonths, FileRemarks } from './FileMonths.tsx'

/** What the file holds, what was wrong with it, and what of it is taken. */
export function WeatherFound({ file, months, onDone }: { file: string; months: WeatherMonths; onDone: () => void }) {
  const write = useWrite()
  const site = useAppSelector(selectSite)
  const dispatch = useAppDispatch()
  const hasAir = months.lowestC !== null
  const hasPlace = months.latitudeDeg !== null
  const [take, setTake] = useState({ place: hasPlace, air: hasAir, extremes: hasAir && site.recordLowC === null })
  const patch: Partial<Site> = {
    sunKwhPerM2Day: [...months.sunKwhPerM2Day],
    sunGivenFor: null,
    sunBasis: 'published',
    sunSource: `Weather file ${cutText(file, 200)}`,
    climateId: null,
    ...(take.place
      ? {
          ...(months.place === '' || site.place !== '' ? {} : { place: cutText(months.place, 200) }),
          latitudeDeg: months.latitudeDeg,
          longitudeDeg: months.longitudeDeg,
          altitudeM: months.altitudeM === null ? null : Math.min(6000, months.altitudeM),
          utcOffsetH: months.utcOffsetH,
        }
      : {}),
    ...(take.air
      ? {
          monthMeanC: [...months.monthMeanC],
          daySwingK: months.daySwingK === null ? null : Math.min(40, months.daySwingK),
        }
      : {}),
    ...(take.extremes ? { recordLowC: months.lowestC, recordHighC: months.highestC } : {}),
  }
  return (
    <>
      <FileMonths file={file} months={months}>
        {hasAir && (
          <tr>
            <th scope="row">air, {write.unit('°C')}</th>
            {months.monthMeanC.map((mean, i) => (
              <td key={i} className="number">
                {mean === null ? '–' : write.number(mean, '°C', 1)}
              </td>
            ))}
          </tr>
        )}
      </FileMonths>
      <p className="small">
        {formatNumber(months.rows)} hours
        {hasPlace &&
          `, ${formatNumber(months.latitudeDeg ?? 0, 2)}°, ${formatNumber(months.longitudeDeg ?? 0, 2)}°, ${write.quantity(months.altitudeM ?? 0, 'm')}`}
        {hasAir && `; ${write.quantity(months.lowestC ?? 0, '°C')} to ${write.quantity(months.highestC ?? 0, '°C')}`}.{' '}
        {months.remarks.length === 0 && 'No gaps.'}
      </p>
      <FileRemarks remarks={months.remarks} />
      <div className="weather-take">
        {hasPlace && (
          <Tick on={take.place} onTurn={(place) => setTake({ ...take, place })}>
            take latitude, longitude, altitude and time zone too
          </Tick>
        )}
        {hasAir && (
          <>
            <Tick on={take.air} onTurn={(air) => setTake({ ...take, air })}>
              take the months’ temperatures too
            </Tick>
            <Tick on={take.extremes} onTurn={(extremes) => setTake({ ...take, extremes })}>
              take its coldest and hottest hour as record low and high. A typical year may not hold the record: ask for
              that.
            </Tick>
          </>
        )}
      </div>
      <Button
        onClick={() => {
          dispatch(edited({ act: 'set-site', patch: patch }))
          onDone()
        }}
      >
        Take these months
      </Button>
    </>
  )
}

function Tick({ on, onTurn, children }: { on: boolean; onTurn: (on: boolean) => void; children: React.ReactNode }) {
  return (
    <label className="tick">
      <input type="checkbox" checked={on} onChange={(event) => onTurn(event.target.checked)} />
      <span>{children}</span>
    </label>
  )
}
