import { Button } from '@mantine/core'
import { shareText, type YearsTold } from '@yard-lamp/core/proof'
import type { WeatherMonths } from '@yard-lamp/core/site'
import { formatPercent, formatQuantity, monthName } from '@yard-lamp/core/units'
import { useState } from 'react'
import { Part } from '../../job/Page.tsx'
import { useWrite } from '../../store/use-write.ts'
import { weatherFiles } from '../../workers/weather.ts'
import { OfYear } from '../../year/OfYear.tsx'
import { FileMonths, FileRemarks } from '../site/FileMonths.tsx'
import { WeatherDialog } from '../site/WeatherDialog.tsx'
import { type KeptHours, rounded } from './measured-hours.ts'
import type { Measured } from './use-measured.ts'

/** A year of measured hours, brought in and worked as the drawn ones are. */
export function MeasuredPart({ measured, told }: { measured: Measured; told: YearsTold }) {
  const [opened, setOpened] = useState(false)
  const { kept, take, why, isKept } = measured
  return (
    <Part name="A measured year" aside="hours from a weather file, worked as the drawn years are">
      {!kept && (
        <p className="small">
          Where the site has a year of measured hours, or a weather file of its region, it can be worked beside the
          drawn ones.
        </p>
      )}
      {kept && measured.told && (
        <OfYear isOld={measured.isOld} said={null}>
          <Answer measured={measured} told={told} />
        </OfYear>
      )}
      {kept && !measured.told && (
        <p className="soft" role="status">
          {why === '' ? `The hours of ${kept.file} are being worked …` : `They could not be worked: ${why}`}
        </p>
      )}
      <p>
        <button type="button" className="pick" onClick={() => setOpened(true)}>
          {kept ? 'Bring in another' : 'Bring in a weather file'}
        </button>{' '}
        {kept && (
          <button type="button" className="pick" onClick={() => take(null)}>
            Take it away
          </button>
        )}
      </p>
      {!isKept && <p className="small">This browser does not keep them: they are here until the page is left.</p>}
      <WeatherDialog
        opened={opened}
        onClose={() => setOpened(false)}
        title="A measured year"
        says="Its hours are worked as they are, by the clock of the place, and kept in this browser beside the job; the job itself does not change."
      >
        {(file, months, onDone) => <Found file={file} months={months} onDone={onDone} onTake={take} />}
      </WeatherDialog>
    </Part>
  )
}

interface FoundProps {
  file: string
  months: WeatherMonths
  onDone: () => void
  onTake: (kept: KeptHours) => void
}

/** What the file holds, before it is worked. */
function Found({ file, months, onDone, onTake }: FoundProps) {
  const [refused, setRefused] = useState('')
  const work = async () => {
    try {
      onTake({ file, hours: rounded(await weatherFiles.ask().hoursRead()) })
      onDone()
    } catch (fault) {
      setRefused(fault instanceof Error ? fault.message : String(fault))
    }
  }
  return (
    <>
      <FileMonths file={file} months={months} />
      <FileRemarks remarks={months.remarks} />
      {refused !== '' && (
        <p className="notice notice-fault" role="alert">
          <span className="notice-text">
            {refused}. <span className="notice-remedy">Nothing was changed.</span>
          </span>
        </p>
      )}
      <Button onClick={() => void work()}>Work this year</Button>
    </>
  )
}

function Answer({ measured: { kept, told: year }, told }: { measured: Measured; told: YearsTold }) {
  const write = useWrite()
  if (!kept || !year) return null
  const { figures, share, gapMonth, sunHours } = year
  const mean = (all: readonly number[]) => all.reduce((a, b) => a + b, 0) / Math.max(1, all.length)
  const more = mean(sunHours) / Math.max(1e-9, mean(told.months.sunHours.map((month) => month.mean))) - 1
  const sun = `${formatPercent(Math.abs(more), 0)} ${more < 0 ? 'less' : 'more'} sun in the planes than the drawn years have on average`
  const gap =
    gapMonth === 0
      ? 'nothing goes without'
      : `${formatQuantity(figures.unmetHours, 'h', 0)} without, the longest gap ${formatQuantity(figures.longestGapHours, 'h')} in ${monthName(gapMonth)}`
  const run =
    figures.generatorHours > 0
      ? `; generator ${formatQuantity(figures.generatorHours, 'h', 0)}, ${write.quantity(figures.fuelL, 'L', 0)}`
      : ''
  return (
    <>
      <p>
        <b>{shareText(share.hours)}</b> of all hours carried with the hours of {kept.file}: {gap}; lowest charge{' '}
        {formatPercent(figures.lowestSoc, 0)}
        {run}. It has {sun}.
      </p>
      <p className="small soft">
        {year.carried
          ? 'This year alone would be what the brief asks.'
          : 'This year alone would miss what the brief asks.'}{' '}
        One year is no proof of nine in ten; above, under Year, it can be seen hour by hour.
      </p>
    </>
  )
}
